import type { AdvisedCode, Finding } from '../edition/findings';

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

const wordsOf = (text: string) =>
  text
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter((word) => word.length > 2 && !filler.has(word));
const filler = new Set(['the', 'and', 'with', 'for', 'not', 'has', 'was', 'are', 'from']);

/** The findings that fit what is being written, best first: by its words, and by the item it is noted under. */
export function findingsFor(all: readonly Finding[], text: string, item: string | null, most = 5): readonly Finding[] {
  const words = wordsOf(text);
  const score = (finding: Finding) => {
    const [named, other] = [wordsOf(finding.what), wordsOf(finding.search.join(' '))];
    const has = (list: readonly string[], word: string) => list.some((each) => each.startsWith(word));
    const hits = words.map((word) => (has(named, word) ? 2 : has(other, word) ? 1 : 0));
    return hits.reduce<number>((sum, hit) => sum + hit, 0) + (item !== null && finding.item === item ? 1.5 : 0);
  };
  return all
    .map((finding) => ({ finding, score: score(finding) }))
    .filter((each) => each.score > 0)
    .sort((a, b) => b.score - a.score)
    .slice(0, most)
    .map((each) => each.finding);
}
