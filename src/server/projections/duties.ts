import 'server-only';
import { and, asc, eq, lte } from 'drizzle-orm';
import { dutiesOf } from '../../core/certificates/duties';
import { forFirm } from '../connection';
import { duty } from '../schema';
import type { Projection } from './registry';

export const duties: Projection<'job'> = {
  name: 'duties',
  async write(tx, firmId, jobId, job) {
    // Nothing follows before something is issued: most appends end here.
    if (!job.documents.some(({ issued }) => issued)) return;
    await tx.delete(duty).where(eq(duty.jobId, jobId));
    const rows = dutiesOf(job).flatMap(({ issueId, duty, number, what, to, dueOn, met }) =>
      dueOn && !met ? [{ jobId, firmId, issueId, duty, number, what, toWhom: to, dueOn }] : [],
    );
    if (rows.length > 0) await tx.insert(duty).values(rows);
  },
  async drop(tx, firmId) {
    await tx.delete(duty).where(eq(duty.firmId, firmId));
  },
};

export type DutyDue = typeof duty.$inferSelect;

const mostShown = 20;

/** What the firm has to see to by a day, the most pressing first. */
export function dutiesDue(firmId: string, by: string): Promise<DutyDue[]> {
  return forFirm(firmId, (tx) =>
    tx
      .select()
      .from(duty)
      .where(and(eq(duty.firmId, firmId), lte(duty.dueOn, by)))
      .orderBy(asc(duty.dueOn))
      .limit(mostShown),
  );
}
