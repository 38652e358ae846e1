import type { ReadingValue } from '../quantity/reading-value';
import type { NextStep } from './next-step';

/** How a reading stands: a mark, a word and a pattern on screen and paper. */
export type Verdict = 'meets' | 'doubt' | 'fails' | 'unjudged';

export const verdictWord: Record<Verdict, string> = {
  meets: 'meets',
  doubt: 'look again',
  fails: 'does not meet',
  unjudged: 'no limit',
};

/** A reading judged in the open: what was expected, the limit and its source, the arithmetic, and what to do next. */
export type Judgement = {
  /** Which rule spoke, stable across wording. */
  readonly rule: string;
  readonly verdict: Verdict;
  readonly expected: string | null;
  readonly limit: { readonly text: string; readonly source: string } | null;
  readonly working: readonly string[];
  /** What to do next, in words by `sayNext`. */
  readonly next: NextStep | null;
};

const order: readonly Verdict[] = ['meets', 'unjudged', 'doubt', 'fails'];

/** The graver of two verdicts. */
const graver = (a: Verdict, b: Verdict): Verdict => (order.indexOf(a) >= order.indexOf(b) ? a : b);

/** The judgement of a reading that was not taken or has nothing to be compared with. */
export const unjudged = (rule: string, why: string, next: NextStep | null = null): Judgement => ({
  rule,
  verdict: 'unjudged',
  expected: null,
  limit: null,
  working: [why],
  next,
});

/** A figure that would not stand still: judged by the higher, and never better than a doubt. */
export const unstable = (judgement: Judgement, value: Extract<ReadingValue, { is: 'unstable' }>): Judgement => ({
  ...judgement,
  rule: `${judgement.rule}.unstable`,
  verdict: graver(judgement.verdict, 'doubt'),
  working: [`Moved between ${value.low} and ${value.high} Ω; judged by the higher.`, ...judgement.working],
  next: { rule: 'reading.unstable' },
});
