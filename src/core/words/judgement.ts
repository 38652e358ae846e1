import type { Exact } from '../quantity/exact';
import type { ReadingValue } from '../quantity/reading-value';
import type { NextStep } from './next-step';
import { type FiguresOf, type ReasonRule, reason } from './reason';

/** How a reading stands: a mark, a word and a pattern on screen and paper. */
export type Verdict = 'meets' | 'doubt' | 'fails' | 'unjudged';

export const verdictWord: Record<Verdict, string> = {
  meets: 'pass',
  doubt: 'check',
  fails: 'fail',
  unjudged: 'no limit',
};

/** What a reading is compared with, in words, with where that comes from; and the bare figure with its unit. */
export type Limit = {
  readonly text: string;
  readonly source: string;
  readonly figure: string;
  /** The same as a number in the unit of the reading, where it is one number. */
  readonly amount?: Exact | undefined;
};

/** A reading judged in the open: what was expected, the limit and its source, the arithmetic, and what to do next. */
export type Judgement = {
  /** Which rule spoke, stable across wording. */
  readonly rule: string;
  readonly verdict: Verdict;
  readonly expected: string | null;
  readonly limit: Limit | null;
  readonly working: readonly string[];
  /** What to do next, in words by `sayNext`. */
  readonly next: NextStep | null;
};

const order: readonly Verdict[] = ['meets', 'unjudged', 'doubt', 'fails'];

/** The graver of two verdicts. */
const graver = (a: Verdict, b: Verdict): Verdict => (order.indexOf(a) >= order.indexOf(b) ? a : b);

/** The gravest of judgements, the first of equals. */
export const gravest = (first: Judgement, ...others: readonly Judgement[]): Judgement =>
  others.reduce((worst, each) => (order.indexOf(each.verdict) > order.indexOf(worst.verdict) ? each : worst), first);

/** A judgement that is no better than a doubt, with what the doubt is. */
export const doubted = (judgement: Judgement, why: string, next: NextStep): Judgement => ({
  ...judgement,
  verdict: graver(judgement.verdict, 'doubt'),
  working: [...judgement.working, why],
  next: judgement.verdict === 'meets' ? next : (judgement.next ?? next),
});

/** A figure of nothing at all, which no real circuit reads: never better than a doubt. */
export const doubtedZero = (judgement: Judgement): Judgement =>
  doubted(judgement, reason('reading.zero'), { rule: 'reading.zero' });

/** The judgement of a reading that has nothing to be compared with, in the words of its rule. */
export const unjudged = <Rule extends ReasonRule>(rule: Rule, ...figures: FiguresOf<Rule>): Judgement => ({
  rule,
  verdict: 'unjudged',
  expected: null,
  limit: null,
  working: [reason(rule, ...figures)],
  next: null,
});

/**
 * The judgement of a mark that stands where a reading was not taken; `of` is the test's part of the rule, `limit` what it
 * would have been compared with.
 */
export const notTaken = (
  of: string,
  { mark }: Extract<ReadingValue, { is: 'not-taken' }>,
  limit: Limit | null = null,
): Judgement => ({
  ...unjudged('not-taken', { mark }),
  rule: `${of}.not-taken`,
  limit,
});

/** Whether a judgement is of a reading nobody took, and not of one that nothing can be compared with. */
export const isNotTaken = ({ rule }: Judgement): boolean => rule.endsWith('.not-taken');

/** A figure that would not stand still: judged by the higher, and never better than a doubt. */
export const unstable = (judgement: Judgement, value: Extract<ReadingValue, { is: 'unstable' }>): Judgement => ({
  ...judgement,
  rule: `${judgement.rule}.unstable`,
  verdict: graver(judgement.verdict, 'doubt'),
  working: [reason('reading.unstable', value), ...judgement.working],
  next: judgement.next ?? { rule: 'reading.unstable' },
});
