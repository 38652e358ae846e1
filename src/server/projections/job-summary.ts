import 'server-only';
import { asc, desc, eq } from 'drizzle-orm';
import { viewOf } from '../../core/catalogue';
import { missing } from '../../core/job/document-definition';
import type { Job } from '../../core/job/job';
import { codes } from '../../core/job/outcome';
import { forFirm } from '../connection';
import { jobSummary } from '../schema';
import type { Projection } from './registry';

export type JobSummary = typeof jobSummary.$inferSelect;
type JobStatus = 'to do' | 'under way' | 'issued';

/** What the list of jobs shows of one job: a pure function of the job. */
function summarise(job: Job): Omit<JobSummary, 'jobId' | 'firmId' | 'lastSeq' | 'bareAddress'> {
  const view = viewOf(job);
  // What is missing is missing whatever the verdicts: judging everything would cost more than all the rest of an append.
  const gaps = view ? missing(view.definition.gaps(view, new Map())) : [];
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
  };
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

/** The firm's jobs: work in hand first, the latest inspection first within each. */
export function listJobs(firmId: string): Promise<JobSummary[]> {
  return forFirm(firmId, (tx) =>
    tx
      .select()
      .from(jobSummary)
      .orderBy(desc(jobSummary.status), desc(jobSummary.inspectedOn), asc(jobSummary.reference)),
  );
}
