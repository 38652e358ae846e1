import * as z from 'zod';
import { verdictWord, isNotTaken } from '../../../src/core/words/judgement';
import { sayNext } from '../../../src/core/words/next-step';
import { dead } from './dead';
import { editionPack, packWorkedTo } from '../../../src/core/edition/editions';
import { ownEdition, whyNotEdition } from '../../../src/core/edition/own-edition';
import { editionIds } from '../../../src/core/edition/pack';
import { type Judged, Unreadable, reading } from './described';
import { live } from './live';

/** Every test the command line judges: each calls what the screens and the paper call. */
export const judgedTests: Readonly<Record<string, Judged>> = { ...live, ...dead };

export const judgeInput = z.object({
  id: z.string().optional(),
  test: z.enum(Object.keys(judgedTests) as [string, ...string[]]),
  context: z.record(z.string(), z.unknown()).default({}),
  reading,
  /** The edition it is judged by: A2 where none is named. */
  edition: z.enum(editionIds).default('bs7671-2018-a2'),
  /** An edition of the firm's own on that pack, as the application exports it. */
  ownEdition: ownEdition.optional(),
});

/** What each test takes as context, by name: the words each place knows among them. */
export const contextsOf = (): Readonly<Record<string, unknown>> =>
  Object.fromEntries(
    Object.entries(judgedTests).map(([name, { context }]) => {
      const schema = z.toJSONSchema(context, { io: 'input', unrepresentable: 'any' });
      return [name, schema.properties ?? {}];
    }),
  );

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
  const { edition, ownEdition: own } = input.data;
  if (own) {
    const wrong = own.basedOn === edition ? whyNotEdition(own, editionPack(edition)) : `it starts from ${own.basedOn}`;
    if (wrong) return { ...id, problem: `ownEdition: ${wrong}` };
  }
  const pack = packWorkedTo(edition, own ?? null);
  const context = test.context.safeParse(input.data.context);
  if (!context.success) {
    const issue = context.error.issues[0];
    return { ...id, problem: `context.${whereIn(issue?.path ?? [])}: ${issue?.message ?? 'unreadable'}` };
  }
  try {
    const judgement = test.judge(context.data, input.data.reading, pack);
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
