import { documentKinds } from '../core/certificates/documents';
import 'server-only';
import { type SQL, and, desc, eq, inArray, like, ne, sql } from 'drizzle-orm';
import * as z from 'zod';
import { codes } from '../core/job/outcome';
import { forFirmSettled } from './projections/settle';
import type { JobSummary } from './projections/job-summary';
import { jobSummary } from './schema';

const text = z.string().trim().max(100);

/** What a list of jobs is narrowed to; what cannot be read narrows nothing. */
export const jobFilters = z.object({
  q: text.catch(''),
  status: z.enum(['open', 'issued']).nullable().catch(null),
  document: z.enum(documentKinds).nullable().catch(null),
  code: z.enum(codes).nullable().catch(null),
  from: z.iso.date().nullable().catch(null),
  to: z.iso.date().nullable().catch(null),
});
export type JobFilters = z.infer<typeof jobFilters>;

/** Where a page of the list ended: the next one goes on after it. */
const cursor = z.string().regex(/^\d{4}-\d{2}-\d{2}~[0-9a-f-]{36}$/);
export const afterWhich = cursor.nullable().catch(null);

export type FoundJobs = { readonly jobs: readonly JobSummary[]; readonly after: string | null };

const pageSize = 50;
/** By letters nothing further down is worth looking at: more of them narrow it. */
const mostFound = 50;
const never = '0001-01-01';
const day = sql`coalesce(${jobSummary.inspectedOn}, '0001-01-01'::date)`;

function narrowed({ status, document, code, from, to }: JobFilters): SQL[] {
  return [
    ...(status === 'open'
      ? [ne(jobSummary.status, 'issued')]
      : status === 'issued'
        ? [eq(jobSummary.status, 'issued')]
        : []),
    ...(document ? [eq(jobSummary.document, document)] : []),
    ...(code ? [ne(jobSummary.codes, ''), like(jobSummary.codes, `%${code}%`)] : []),
    ...(from ? [sql`${day} >= ${from}::date`] : []),
    ...(to ? [sql`${day} <= ${to}::date and ${jobSummary.inspectedOn} is not null`] : []),
  ];
}

/**
 * The firm's jobs, narrowed: without letters a page at a time, the latest inspection first; with them the likeliest
 * first, by what a job is called, letters forgiven, or by whole words of what was found there.
 */
export function findJobs(firmId: string, filters: JobFilters, after: string | null): Promise<FoundJobs> {
  return forFirmSettled(firmId, async (tx) => {
    if (filters.q) {
      const likely = await likeliest(tx, filters.q);
      if (likely.length === 0) return { jobs: [], after: null };
      const rows = await tx
        .select()
        .from(jobSummary)
        .where(and(inArray(jobSummary.jobId, likely), ...narrowed(filters)));
      const byId = new Map(rows.map((row) => [row.jobId, row]));
      return { jobs: likely.flatMap((id) => byId.get(id) ?? []), after: null };
    }
    const [on, id] = after?.split('~') ?? [];
    const rows = await tx
      .select()
      .from(jobSummary)
      .where(
        and(
          eq(jobSummary.firmId, firmId),
          ...narrowed(filters),
          ...(on && id ? [sql`(${day}, ${jobSummary.jobId}) < (${on}::date, ${id}::uuid)`] : []),
        ),
      )
      .orderBy(desc(day), desc(jobSummary.jobId))
      .limit(pageSize + 1);
    const jobs = rows.slice(0, pageSize);
    const last = jobs.at(-1);
    return {
      jobs,
      after: rows.length > pageSize && last ? `${last.inspectedOn ?? never}~${last.jobId}` : null,
    };
  });
}

type Tx = Parameters<Parameters<typeof forFirmSettled>[1]>[0];

/** Of what is common the first so many will do. */
const mostWeighed = 400;

/** How much of the letters has to be there, from 0 to 1. */
const likeness = [0.45, 0.33] as const;

/** Which jobs are meant by these letters, the likeliest first. */
async function likeliest(tx: Tx, q: string): Promise<string[]> {
  const wanted = q.toLowerCase();
  const idsBy = async (query: SQL): Promise<string[]> =>
    (await tx.execute<{ id: string }>(sql`select id from ${query} as id order by id desc`)).rows.map(({ id }) => id);
  // Letters one after the other, as they stand in it: nothing is likelier, and nothing is faster to look up.
  const pattern = `%${wanted.replaceAll(/[%_\\]/g, '\\$&')}%`;
  const ids = await idsBy(sql`jobs_called(${pattern}, ${mostWeighed})`);
  const terms = wanted.match(/[\p{L}\p{N}]+/gu) ?? [];
  if (ids.length < mostFound && terms.length > 0) {
    const query = terms.map((term) => `${term}:*`).join(' & ');
    ids.push(...(await idsBy(sql`jobs_with_words(to_tsquery('english', ${query}), ${mostWeighed})`)));
  }
  // Two letters the wrong way round in one short word leave little of it: that far is gone only where nothing is nearer.
  for (const least of likeness) {
    if (ids.length > 0 || wanted.length < 3) break;
    const near = await tx.execute<{ id: string }>(
      sql`select id from jobs_like(${wanted}, ${least}::real, ${mostFound}) as id`,
    );
    ids.push(...near.rows.map(({ id }) => id));
  }
  return [...new Set(ids)].slice(0, mostFound);
}
