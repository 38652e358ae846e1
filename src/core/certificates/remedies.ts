import type { Job } from '../job/job';
import type { JobDocument } from '../job/kinds/document';

/** The paper under which a finding is put right: the one begun last that names it. Null where none does. */
export const remedyOf = (job: Pick<Job, 'documents'>, observationId: string): JobDocument | null =>
  job.documents.findLast(({ works }) => works.observationIds?.includes(observationId)) ?? null;
