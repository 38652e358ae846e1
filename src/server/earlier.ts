import 'server-only';
import { desc, eq, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import { documents, viewOf } from '../core/catalogue';
import { bareAddress } from '../core/firm/kinds/installation';
import { showDay } from '../core/words/day';
import { bringForward } from '../core/work/bring-forward';
import { forFirmSettled } from './projections/settle';
import { jobNow } from './folds';
import { jobSummary } from './schema';
import type { FirmActor } from './streams';

/** An earlier visit of the firm to an address. */
export type KnownVisit = {
  readonly jobId: string;
  readonly reference: string;
  readonly document: string;
  readonly on: string | null;
  readonly number: string | null;
};

/** The latest visit of the firm to an address that recorded its circuits; null where there is none. */
export async function latestAt(actor: FirmActor, address: string): Promise<KnownVisit | null> {
  const wanted = bareAddress(address);
  if (wanted.length < 6) return null;
  return forFirmSettled(actor.firmId, async (tx) => {
    const rows = await tx
      .select()
      .from(jobSummary)
      .where(eq(jobSummary.bareAddress, wanted))
      .orderBy(sql`${jobSummary.inspectedOn} desc nulls last`, desc(jobSummary.jobId))
      .limit(5);
    for (const { jobId, reference, document, inspectedOn, documentNumber } of rows) {
      const job = await jobNow(tx, jobId);
      if (job && job.ways.size > 0) return { jobId, reference, document, on: inspectedOn, number: documentNumber };
    }
    return null;
  });
}

/** What a new job begins with from an earlier one of the firm; null where there is no such job. */
export const forwardFrom = (actor: FirmActor, jobId: string) =>
  forFirmSettled(actor.firmId, async (tx) => {
    const [row] = await tx.select().from(jobSummary).where(eq(jobSummary.jobId, jobId));
    const job = row ? await jobNow(tx, jobId) : null;
    const issued = job?.documents.find((document) => document.issued);
    const view = job && ((issued && documents.view(job, issued)) ?? viewOf(job));
    if (!row || !view) return null;
    return {
      previously: [row.documentNumber ?? row.reference, row.inspectedOn && showDay(row.inspectedOn)]
        .filter(Boolean)
        .join(', '),
      drafts: bringForward(view, { jobId, on: row.inspectedOn, number: row.documentNumber }, v7),
    };
  });
