import 'server-only';
import { eq } from 'drizzle-orm';
import { viewOf } from '../../core/catalogue';
import { quoteOf } from '../../core/certificates/quote';
import { missing } from '../../core/job/document-definition';
import type { Job } from '../../core/job/job';
import { codes } from '../../core/job/outcome';
import type { JobView } from '../../core/job/view';
import { isSpare } from '../../core/installation/way';
import { dayHere } from '../../core/words/moment';
import { timeSpent } from '../../core/work/time-spent';
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
