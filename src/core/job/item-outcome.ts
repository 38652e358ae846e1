import type { JobView } from './view';
import { type Code, type Outcome, codes } from './outcome';

export type ItemOutcome = {
  readonly outcome: Outcome;
  readonly reason: string | null;
  /** Observations behind a code, by number. */
  readonly observations: readonly number[];
};

/** What an inspection item comes to: the gravest code of the observations on it, else as it was marked; null if neither. */
export function itemOutcome({ job, document }: Pick<JobView, 'job' | 'document'>, item: string): ItemOutcome | null {
  const coded = job.observations.filter((observation) => observation.item === item);
  const gravest = codesByGravity.find((code) => coded.some((observation) => observation.code === code));
  const marked = document.items.get(item);
  if (gravest)
    return { outcome: gravest, reason: marked?.body.reason ?? null, observations: coded.map((o) => o.number) };
  return marked ? { outcome: marked.body.outcome, reason: marked.body.reason, observations: [] } : null;
}

const codesByGravity: readonly Code[] = [codes[0], codes[1], codes[3], codes[2]];
