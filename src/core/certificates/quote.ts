import type { MoneyLine } from '../firm/kinds/money';
import type { Job } from '../job/job';
import { offered, pence } from './options';

/**
 * What the work of a job is quoted at, line by line: its papers' quotes, among them those an accepted option began; the
 * lines of an accepted option that needs no paper. Lines without a price are left out.
 */
export function quoteOf(job: Pick<Job, 'documents' | 'options'>): MoneyLine[] {
  const replaced = new Set(job.documents.map(({ replaces }) => replaces));
  const lines = job.documents
    .filter(({ id }) => !replaced.has(id))
    .flatMap(({ works }) => works.quote ?? [])
    .flatMap(({ what, pence: said }) => (said === null ? [] : [{ what, pence: said }]));
  if (lines.length > 0) return lines;
  const set = offered(job);
  const taken = set?.accepted ? set.options[set.accepted.chosen] : undefined;
  return set && taken ? taken.lines.map((line) => ({ what: line.what, pence: pence(line, set.hourPence) })) : [];
}
