import * as z from 'zod';
import { verdictWord, isNotTaken } from '../../../src/core/words/judgement';
import { sayNext } from '../../../src/core/words/next-step';
import { dead } from './dead';
import { type Judged, Unreadable, pack, reading } from './described';
import { live } from './live';

/** Every test the command line judges: each calls what the screens and the paper call. */
export const judgedTests: Readonly<Record<string, Judged>> = { ...live, ...dead };

export const judgeInput = z.object({
  id: z.string().optional(),
  test: z.enum(Object.keys(judgedTests) as [string, ...string[]]),
  context: z.record(z.string(), z.unknown()).default({}),
  reading,
});

const verdictNames = { meets: 'meets', doubt: 'doubt', fails: 'fails', unjudged: 'no-limit' } as const;

export type JudgeAnswer =
  | { readonly problem: string; readonly id?: string }
  | {
      readonly id?: string;
      readonly verdict: string;
      readonly says: string;
      readonly limit: string | null;
      readonly limitSource: string | null;
      readonly expected: string | null;
      readonly rule: string;
      readonly why: readonly string[];
      readonly next: string | null;
    };

const whereIn = (path: readonly PropertyKey[]) => path.map(String).join('.');

/** The judgement of one described reading, as the screen shows it; or what is wrong with the question. */
export function judgeDescribed(raw: unknown): JudgeAnswer {
  const input = judgeInput.safeParse(raw);
  const id = typeof (raw as { id?: unknown } | null)?.id === 'string' ? { id: (raw as { id: string }).id } : {};
  if (!input.success) {
    const issue = input.error.issues[0];
    return { ...id, problem: `${whereIn(issue?.path ?? []) || 'whole line'}: ${issue?.message ?? 'unreadable'}` };
  }
  const test = Object.hasOwn(judgedTests, input.data.test) ? judgedTests[input.data.test] : undefined;
  if (!test) return { ...id, problem: `test: there is none called ${input.data.test}.` };
  const context = test.context.safeParse(input.data.context);
  if (!context.success) {
    const issue = context.error.issues[0];
    return { ...id, problem: `context.${whereIn(issue?.path ?? [])}: ${issue?.message ?? 'unreadable'}` };
  }
  try {
    const judgement = test.judge(context.data, input.data.reading);
    return {
      ...id,
      verdict: isNotTaken(judgement) ? 'not-judged' : verdictNames[judgement.verdict],
      says: verdictWord[judgement.verdict],
      limit: judgement.limit?.figure ?? null,
      limitSource: judgement.limit?.source ?? null,
      expected: judgement.expected,
      rule: judgement.rule,
      why: judgement.working,
      next: sayNext(pack, judgement.next),
    };
  } catch (error) {
    if (error instanceof Unreadable) return { ...id, problem: `reading: ${error.message}` };
    throw error;
  }
}
