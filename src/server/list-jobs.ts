import 'server-only';
import { and, asc, desc, eq, isNotNull, ne, sql } from 'drizzle-orm';
import type { Done } from '../core/work/estimate';
import type { JobSummary } from './projections/job-summary';
import { forFirmSettled } from './projections/settle';
import { document, jobSummary } from './schema';

const mostInHand = 150;
const mostIssued = 20;

/** The firm's jobs in hand and the last it issued: work under way first, the latest inspection first within each. */
export function listJobs(firmId: string): Promise<JobSummary[]> {
  const order = [desc(jobSummary.inspectedOn), asc(jobSummary.reference)];
  return forFirmSettled(firmId, async (tx) => {
    const ofFirm = eq(jobSummary.firmId, firmId);
    const inHand = await tx
      .select()
      .from(jobSummary)
      .where(and(ofFirm, ne(jobSummary.status, 'issued')))
      .orderBy(desc(jobSummary.status), ...order)
      .limit(mostInHand);
    const issued = await tx
      .select()
      .from(jobSummary)
      .where(and(ofFirm, eq(jobSummary.status, 'issued')))
      .orderBy(desc(sql`coalesce(${jobSummary.inspectedOn}, '0001-01-01'::date)`), desc(jobSummary.jobId))
      .limit(mostIssued);
    return [...inHand, ...issued];
  });
}

const mostOpen = 200;
const mostDone = 200;

/** Jobs of the firm that are not issued, the latest first. */
export function jobsOpen(firmId: string) {
  const { jobId, reference, document, siteAddress, installationId, boards, circuits, points } = jobSummary;
  return forFirmSettled(firmId, (tx) =>
    tx
      .select({ jobId, reference, document, siteAddress, installationId, boards, circuits, points })
      .from(jobSummary)
      .where(ne(jobSummary.status, 'issued'))
      .orderBy(desc(jobId))
      .limit(mostOpen),
  );
}

/** What the firm's latest jobs took, once issued. */
export async function jobsDone(firmId: string): Promise<Done[]> {
  const { document, boards, circuits, points, siteMinutes, paperMinutes } = jobSummary;
  const rows = await forFirmSettled(firmId, (tx) =>
    tx
      .select({ document, boards, circuits, points, siteMinutes, paperMinutes })
      .from(jobSummary)
      .where(isNotNull(siteMinutes))
      .orderBy(desc(jobSummary.inspectedOn))
      .limit(mostDone),
  );
  return rows.map((row) => ({ ...row, siteMinutes: row.siteMinutes ?? 0, paperMinutes: row.paperMinutes ?? 0 }));
}

/** A job as the page of money lists it. */
export type PricedJob = Pick<
  JobSummary,
  | 'jobId'
  | 'reference'
  | 'document'
  | 'documentNumber'
  | 'siteAddress'
  | 'clientName'
  | 'inspectedOn'
  | 'siteMinutes'
  | 'paperMinutes'
  | 'quote'
>;

const mostPriced = 300;

/** The firm's latest jobs, with what they took where that is known. */
export const jobsToPrice = (firmId: string): Promise<PricedJob[]> =>
  forFirmSettled(firmId, (tx) =>
    tx
      .select({
        jobId: jobSummary.jobId,
        reference: jobSummary.reference,
        document: jobSummary.document,
        documentNumber: jobSummary.documentNumber,
        siteAddress: jobSummary.siteAddress,
        clientName: jobSummary.clientName,
        inspectedOn: jobSummary.inspectedOn,
        siteMinutes: jobSummary.siteMinutes,
        paperMinutes: jobSummary.paperMinutes,
        quote: jobSummary.quote,
      })
      .from(jobSummary)
      .where(eq(jobSummary.firmId, firmId))
      .orderBy(desc(jobSummary.jobId))
      .limit(mostPriced),
  );

const mostFound = 500;

/** The documents the firm issued last, by number and address. */
export const latestDocuments = (firmId: string) =>
  forFirmSettled(firmId, (tx) =>
    tx
      .select({ id: document.id, number: document.number, siteAddress: jobSummary.siteAddress })
      .from(document)
      .leftJoin(jobSummary, eq(jobSummary.jobId, document.jobId))
      .where(eq(document.firmId, firmId))
      .orderBy(desc(document.issuedAt))
      .limit(mostFound),
  );
