import MiniSearch from 'minisearch';
import { saysLiveParts } from '../../core/certificates/live-parts';
import type { Finding } from '../../core/edition/findings';

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

/** How much of a danger a finding is: one by itself, one by an answer, or none. */
const dangerOf = ({ usual, questions }: Finding): number =>
  usual === 'C1' ? 2 : questions.some(({ yes, no }) => yes === 'C1' || no === 'C1') ? 1 : 0;

/** What an item of the schedule adds to a finding noted under it: about as much as one word that fits. */
const itemWeight = 5;

/**
 * The findings that fit what is being written, best first: by a few letters of their words with typing errors forgiven,
 * and by the item it is noted under. Where live parts can be touched, those that come to a danger stand before the others.
 */
export function findingsFor(all: readonly Finding[], text: string, item: string | null, most = 5): readonly Finding[] {
  const found = indexOf(all).search(text, {
    prefix: true,
    fuzzy: (term) => (term.length > 3 ? 0.25 : false),
    boost: { what: 2 },
  });
  const touchable = saysLiveParts(text);
  const danger = (finding: Finding) => (touchable ? dangerOf(finding) : 0);
  const scores = new Map(found.map(({ id, score }) => [String(id), score]));
  return all
    .map((finding) => ({
      finding,
      score: (scores.get(finding.id) ?? 0) + (item !== null && finding.item === item ? itemWeight : 0),
    }))
    .filter(({ score }) => score > 0)
    .sort((a, b) => danger(b.finding) - danger(a.finding) || b.score - a.score)
    .slice(0, most)
    .map(({ finding }) => finding);
}
