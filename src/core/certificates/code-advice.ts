import type { AdvisedCode, Finding } from '../edition/findings';
import { isOutdoors } from '../installation/point';
import { pointsOf } from '../job/job';
import type { JobView } from '../job/view';

export type Answers = Readonly<Record<string, boolean>>;

type Question = Finding['questions'][number];

export type CodeProposal = {
  readonly code: AdvisedCode;
  /** Why this code: what an answer settled, or that it is the usual one. */
  readonly because: string;
  /** The questions asked so far and the next one: an answer that settles the code ends them. */
  readonly questions: readonly Question[];
  readonly settled: boolean;
};

const say = (code: AdvisedCode) => (code === 'none' ? 'no code' : code);

/** From the least to the gravest. */
const gravity: readonly AdvisedCode[] = ['none', 'C3', 'FI', 'C2', 'C1'];

/** Whether one code is graver than another. */
export const isGraver = (one: AdvisedCode, other: AdvisedCode): boolean =>
  gravity.indexOf(one) > gravity.indexOf(other);

/**
 * A code for a typical finding from the answers so far: questions are asked in order, the first answer that carries a
 * code settles it, and otherwise the usual one stands. The inspector decides.
 */
export function adviseCode(finding: Finding, answers: Answers): CodeProposal {
  const { usual, questions, regulations } = finding;
  const asked: Question[] = [];
  for (const question of questions) {
    asked.push(question);
    const answer = answers[question.id];
    if (answer === undefined) break;
    const code = answer ? question.yes : question.no;
    if (code) return { code, because: question.because, questions: asked, settled: true };
  }
  const named = regulations.length > 0 ? ` (${regulations.join('; ')})` : '';
  const settled = questions.every(({ id }) => answers[id] !== undefined);
  return { code: usual, because: `Usually ${say(usual)}${named}.`, questions: asked, settled };
}

type Recorded = { readonly isTT: boolean | null; readonly isOutdoors: boolean };

/** Questions the record answers by itself; what it does not know, or knows only one way, is asked. */
const recorded: Readonly<Record<string, (known: Recorded) => boolean | null>> = {
  'sockets-no-rcd/tt': ({ isTT }) => isTT,
  'sockets-no-rcd/outdoors': ({ isOutdoors }) => isOutdoors || null,
  'freezer-socket-no-rcd/outdoors-or-tt': ({ isTT, isOutdoors }) => isTT || isOutdoors || null,
  // On TT it is still to be seen whether an RCD of any kind is ahead of it.
  'lighting-no-rcd/tt': ({ isTT }) => (isTT ? null : isTT),
  'rcd-button-dead/tt-only': ({ isTT }) => (isTT ? null : isTT),
};

/** What the record answers of a finding's questions already, where it is and on which circuit: nobody is asked what is known. */
export function answersOfRecord(
  { job }: Pick<JobView, 'job'>,
  finding: Finding,
  { where, wayId }: { readonly where: string; readonly wayId: string | null },
): Answers {
  const { earthing } = job.supply;
  const known: Recorded = {
    isTT: earthing ? earthing === 'TT' : null,
    isOutdoors: isOutdoors(where) || (wayId !== null && pointsOf(job, wayId).some(({ kind }) => kind === 'outdoor')),
  };
  const answers = finding.questions.map(({ id }) => [id, recorded[`${finding.id}/${id}`]?.(known) ?? null] as const);
  return Object.fromEntries(answers.filter((each): each is readonly [string, boolean] => each[1] !== null));
}

const otherWords: readonly (readonly [RegExp, AdvisedCode])[] = [
  [/\bC1\b/, 'C1'],
  [/\bC2\b/, 'C2'],
  [/\bC3\b/, 'C3'],
  [/\bFI\b/, 'FI'],
  [/\b(no|without a) code\b|\bremark\b|\bnot a code\b/i, 'none'],
];

/** The codes another view of a finding gives it, besides the usual one; none where nobody holds another. */
export const otherCodes = ({ usual, otherView }: Pick<Finding, 'usual' | 'otherView'>): AdvisedCode[] =>
  otherWords.flatMap(([words, code]) => (code !== usual && otherView && words.test(otherView) ? [code] : []));
