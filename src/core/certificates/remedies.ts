import type { Job } from '../job/job';
import type { JobDocument } from '../job/kinds/document';

/** The paper under which a finding is put right: the one begun last that names it. Null where none does. */
export const remedyOf = (job: Pick<Job, 'documents'>, observationId: string): JobDocument | null =>
  job.documents.findLast(({ works }) => works.observationIds?.includes(observationId)) ?? null;

/** The issued paper that closed a finding. */
export type Closing = { readonly issueId: string; readonly number: string; readonly issuedAt: string };

/** Which findings of a job have been put right, each by the paper that was issued for it; by the finding's id. */
export function closings(job: Pick<Job, 'documents' | 'observations'>): ReadonlyMap<string, Closing> {
  const closed = new Map<string, Closing>();
  for (const { id } of job.observations) {
    const issued = job.documents.findLast((each) => each.issued && each.works.observationIds?.includes(id))?.issued;
    if (issued) closed.set(id, { issueId: issued.body.issueId, number: issued.body.number, issuedAt: issued.madeAt });
  }
  return closed;
}
