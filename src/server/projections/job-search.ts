import 'server-only';
import { eq, sql } from 'drizzle-orm';
import type { Job } from '../../core/job/job';
import { whereOf } from '../../core/job/kinds/observation';
import { jobSearch } from '../schema';
import type { Projection } from './registry';

/** What nobody looks for by more than this many letters. */
const most = 20_000;
const joined = (parts: readonly (string | null | undefined)[]): string =>
  parts
    .filter((part) => part)
    .join(' ')
    .replaceAll(/\s+/g, ' ')
    .slice(0, most);

/** What a job is called, and what stands in it that somebody remembers it by. */
const wordsOf = (job: Job) => ({
  called: joined([
    job.opened?.body.reference,
    ...job.documents.map(({ issued }) => issued?.body.number),
    job.client.name,
    job.site.address,
    job.site.occupier,
  ]),
  found: joined([
    job.site.premises,
    ...job.documents.map(({ works }) => works.description),
    ...[...job.ways.values()].map(({ description }) => description),
    ...job.observations.flatMap((each) => [each.code, each.what, whereOf(each)]),
  ]),
});

export const jobSearches: Projection<'job'> = {
  name: 'job search',
  async write(tx, firmId, jobId, job) {
    const row = { jobId, firmId, ...wordsOf(job) };
    // A reading changes neither: its index is left alone.
    await tx
      .insert(jobSearch)
      .values(row)
      .onConflictDoUpdate({
        target: jobSearch.jobId,
        set: { called: row.called, found: row.found },
        setWhere: sql`(${jobSearch.called}, ${jobSearch.found}) is distinct from (excluded.called, excluded.found)`,
      });
  },
  async drop(tx, firmId) {
    await tx.delete(jobSearch).where(eq(jobSearch.firmId, firmId));
  },
};
