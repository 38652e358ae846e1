import 'server-only';
import { asc, desc, eq } from 'drizzle-orm';
import { gapsOf, missing } from '../core/document/gaps';
import { editionPack } from '../core/edition/editions';
import { codes } from '../core/inspection/outcome';
import { fold } from '../core/ledger/fold';
import type { Job } from '../core/ledger/job';
import { type Transaction, forFirm } from './connection';
import { readEntries } from './read-entries';
import { job as jobTable, jobSummary } from './schema';

export type JobSummary = typeof jobSummary.$inferSelect;
export type JobStatus = 'to do' | 'under way' | 'issued';

/** What the list of jobs shows of one job: a pure function of the job. */
export function summarise(job: Job): Omit<JobSummary, 'jobId' | 'firmId' | 'lastSeq'> {
  const pack = editionPack(job.opened?.body.edition ?? 'bs7671-2018-a2');
  const gaps = missing(gapsOf(job, pack));
  const started = job.readings.size > 0 || job.items.size > 0 || job.observations.length > 0;
  return {
    reference: job.opened?.body.reference ?? '',
    document: job.opened?.body.document ?? 'EICR',
    clientName: job.client.name ?? '',
    siteAddress: job.site.address ?? '',
    inspectedOn: job.brief.inspectedFrom ?? null,
    status: (job.issued ? 'issued' : started ? 'under way' : 'to do') satisfies JobStatus,
    nextStage: job.issued ? null : (gaps[0]?.stage ?? 'review'),
    missingCount: gaps.length,
    codes: codes
      .map((code) => ({ code, count: job.observations.filter((o) => o.code === code).length }))
      .filter(({ count }) => count > 0)
      .map(({ code, count }) => `${count} × ${code}`)
      .join(', '),
    documentNumber: job.issued?.body.number ?? null,
    documentId: job.issued?.body.documentId ?? null,
    dueOn: job.comeBack?.dueOn ?? null,
  };
}

export async function writeJobSummary(tx: Transaction, firmId: string, jobId: string, current: Job, lastSeq: number): Promise<void> {
  const row = { jobId, firmId, lastSeq, ...summarise(current) };
  await tx.insert(jobSummary).values(row).onConflictDoUpdate({ target: jobSummary.jobId, set: row });
}

/** Drops the firm's summaries and makes them again from entries; answers how many. */
export async function rebuildSummaries(tx: Transaction, firmId: string): Promise<number> {
  await tx.delete(jobSummary);
  const jobs = await tx.select().from(jobTable);
  for (const { id, lastSeq } of jobs) await writeJobSummary(tx, firmId, id, fold(await readEntries(tx, id)), lastSeq);
  return jobs.length;
}

/** The firm's jobs: work in hand first, the latest inspection first within each. */
export function listJobs(firmId: string): Promise<JobSummary[]> {
  return forFirm(firmId, (tx) => tx.select().from(jobSummary).orderBy(desc(jobSummary.status), desc(jobSummary.inspectedOn), asc(jobSummary.reference)));
}

export async function jobSummaryOf(firmId: string, jobId: string): Promise<JobSummary | null> {
  const rows = await forFirm(firmId, (tx) => tx.select().from(jobSummary).where(eq(jobSummary.jobId, jobId)));
  return rows[0] ?? null;
}
