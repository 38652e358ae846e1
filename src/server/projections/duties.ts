import 'server-only';
import { eq } from 'drizzle-orm';
import { dutiesOf } from '../../core/certificates/documents';
import { leftOpen } from '../../core/certificates/left-open';
import { duty } from '../schema';
import type { Projection } from './registry';

export const duties: Projection<'job'> = {
  name: 'duties',
  async write(tx, firmId, jobId, job) {
    // Nothing follows before something is issued, and few jobs have a snag: most appends end here.
    if (job.snags.length === 0 && !job.documents.some(({ issued }) => issued)) return;
    await tx.delete(duty).where(eq(duty.jobId, jobId));
    const following = dutiesOf(job).flatMap(({ issueId, duty, number, what, to, dueOn, met }) =>
      dueOn && !met ? [{ jobId, firmId, issueId, duty, sort: 'duty' as const, number, what, toWhom: to, dueOn }] : [],
    );
    const open = leftOpen(job).map(({ sort, id, issueId, number, what, dueOn }) => ({
      jobId,
      firmId,
      issueId: issueId ?? jobId,
      duty: id,
      sort,
      number,
      what,
      toWhom: 'self',
      dueOn,
    }));
    const rows = [...following, ...open];
    if (rows.length > 0) await tx.insert(duty).values(rows);
  },
  async drop(tx, firmId) {
    await tx.delete(duty).where(eq(duty.firmId, firmId));
  },
};
