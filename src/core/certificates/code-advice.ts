import MiniSearch from 'minisearch';
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

const filler = new Set(['the', 'and', 'with', 'for', 'not', 'has', 'was', 'are', 'from']);
const indexes = new WeakMap<readonly Finding[], MiniSearch<Finding>>();

/** The findings by their words and the other words people look for them by, made once for a list. */
function indexOf(all: readonly Finding[]): MiniSearch<Finding> {
  const known = indexes.get(all);
  if (known) return known;
  const index = new MiniSearch<Finding>({
    fields: ['what', 'search'],
    extractField: (finding, field) =>
      field === 'search' ? finding.search.join(' ') : String(finding[field as keyof Finding]),
    processTerm: (term) => {
      const word = term.toLowerCase();
      return word.length > 2 && !filler.has(word) ? word : null;
    },
  });
  index.addAll(all);
  indexes.set(all, index);
  return index;
}

/** What an item of the schedule adds to a finding noted under it: about as much as one word that fits. */
const itemWeight = 5;

/**
 * The findings that fit what is being written, best first: by a few letters of their words with typing errors forgiven,
 * and by the item it is noted under.
 */
export function findingsFor(all: readonly Finding[], text: string, item: string | null, most = 5): readonly Finding[] {
  const found = indexOf(all).search(text, {
    prefix: true,
    fuzzy: (term) => (term.length > 3 ? 0.25 : false),
    boost: { what: 2 },
  });
  const scores = new Map(found.map(({ id, score }) => [String(id), score]));
  return all
    .map((finding) => ({
      finding,
      score: (scores.get(finding.id) ?? 0) + (item !== null && finding.item === item ? itemWeight : 0),
    }))
    .filter(({ score }) => score > 0)
    .sort((a, b) => b.score - a.score)
    .slice(0, most)
    .map(({ finding }) => finding);
}
