import 'server-only';
import { and, asc, desc, eq, isNotNull, ne, sql } from 'drizzle-orm';
import { viewOf } from '../../core/catalogue';
import { quoteOf } from '../../core/certificates/quote';
import { missing } from '../../core/job/document-definition';
import type { Job } from '../../core/job/job';
import { codes } from '../../core/job/outcome';
import type { JobView } from '../../core/job/view';
import { isSpare } from '../../core/installation/way';
import { dayHere } from '../../core/words/moment';
import type { Done } from '../../core/work/estimate';
import { timeSpent } from '../../core/work/time-spent';
import { forFirm } from '../connection';
import { jobSummary } from '../schema';
import type { Projection } from './registry';

export type JobSummary = typeof jobSummary.$inferSelect;
type JobStatus = 'to do' | 'under way' | 'issued';

/** What the list of jobs shows of one job: a pure function of the job. */
function summarise(job: Job): Omit<JobSummary, 'jobId' | 'firmId' | 'lastSeq' | 'bareAddress'> {
  const view = viewOf(job);
  // What is missing is missing whatever the verdicts: judging everything would cost more than all the rest of an append.
  const gaps = view ? missing(view.definition.gaps(view, null)) : [];
  const issued = view?.document.issued ?? null;
  const isStarted =
    job.readings.size > 0 || job.observations.length > 0 || job.documents.some(({ items }) => items.size > 0);
  return {
    reference: job.opened?.body.reference ?? '',
    document: view?.document.kind ?? '',
    clientName: job.client.name ?? '',
    siteAddress: job.site.address ?? '',
    installationId: job.installationId,
    inspectedOn: job.brief.inspectedFrom ?? view?.document.works.completedOn ?? null,
    status: (issued ? 'issued' : isStarted ? 'under way' : 'to do') satisfies JobStatus,
    nextStage: issued ? null : (gaps[0]?.stage ?? 'review'),
    missingCount: issued ? 0 : gaps.length,
    codes: codes
      .map((code) => ({ code, count: job.observations.filter((each) => each.code === code).length }))
      .filter(({ count }) => count > 0)
      .map(({ code, count }) => `${count} × ${code}`)
      .join(', '),
    documentNumber: issued?.body.number ?? null,
    documentId: issued?.body.issueId ?? null,
    dueOn: view?.document.comeBack?.dueOn ?? null,
    lastDay: lastDayOf(job),
    boards: job.boards.size,
    circuits: [...job.ways.values()].filter((way) => !isSpare(way)).length,
    points: job.points.size,
    quote: quoteOf(job),
    ...(issued && view ? minutesOf(view) : { siteMinutes: null, paperMinutes: null }),
  };
}

const lastDayOf = (job: Job): string | null => {
  const last = [...job.entries.values()].at(-1);
  return last ? dayHere(new Date(last.madeAt)) : null;
};

/** Minutes with the house, and with the paper: read once it is issued, when there is no more to come. */
function minutesOf(view: JobView): { readonly siteMinutes: number; readonly paperMinutes: number } {
  const { minutes, parts } = timeSpent(view);
  const paperMinutes = parts.find(({ stint }) => stint === 'review')?.minutes ?? 0;
  return { siteMinutes: minutes - paperMinutes, paperMinutes };
}

export const jobSummaries: Projection<'job'> = {
  name: 'job summaries',
  async write(tx, firmId, jobId, job, lastSeq) {
    const row = { jobId, firmId, lastSeq, ...summarise(job) };
    await tx.insert(jobSummary).values(row).onConflictDoUpdate({ target: jobSummary.jobId, set: row });
  },
  async drop(tx, firmId) {
    await tx.delete(jobSummary).where(eq(jobSummary.firmId, firmId));
  },
};

const mostInHand = 150;
const mostIssued = 20;

/** The firm's jobs in hand and the last it issued: work under way first, the latest inspection first within each. */
export function listJobs(firmId: string): Promise<JobSummary[]> {
  const order = [desc(jobSummary.inspectedOn), asc(jobSummary.reference)];
  return forFirm(firmId, async (tx) => {
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
  return forFirm(firmId, (tx) =>
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
  const rows = await forFirm(firmId, (tx) =>
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
  forFirm(firmId, (tx) =>
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
