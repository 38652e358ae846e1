import 'server-only';
import { and, desc, ne, sql } from 'drizzle-orm';
import { forFirmSettled } from './projections/settle';
import { jobNow } from './folds';
import { jobSummary } from './schema';

/** What a job nearby turned out to be. */
export type Neighbour = {
  readonly jobId: string;
  readonly siteAddress: string;
  readonly premises: string;
  readonly earthing: string | null;
  readonly wirings: readonly string[];
  readonly devices: readonly string[];
  readonly ageYears: number | null;
};

const mostShown = 6;

/** The street of an address: its first line without the number of the house; null where that says too little. */
function streetOf(address: string): string | null {
  const line = (
    address.split(/\n|,/).find((part) => /[a-z]{4}/i.test(part) && !/^\s*(flat|unit|apartment|plot)\b/i.test(part)) ??
    ''
  )
    .replace(/^\s*\d+\s*[a-z]?\s+/i, '')
    .trim();
  return line.length >= 5 ? line.toLowerCase() : null;
}

/** What the firm found in the same street, one line for each address, the latest first. */
export function neighboursOf(firmId: string, address: string, bareAddress: string): Promise<Neighbour[]> {
  const street = streetOf(address);
  if (!street) return Promise.resolve([]);
  return forFirmSettled(firmId, async (tx) => {
    const rows = await tx
      .select({ jobId: jobSummary.jobId, siteAddress: jobSummary.siteAddress, bare: jobSummary.bareAddress })
      .from(jobSummary)
      .where(
        and(
          sql`${jobSummary.jobId} in (select jobs_called(${`%${street.replaceAll(/[%_\\]/g, '\\$&')}%`}, 200))`,
          ne(jobSummary.bareAddress, bareAddress),
        ),
      )
      .orderBy(desc(jobSummary.jobId))
      .limit(60);
    const seen = new Set<string>();
    const found: Neighbour[] = [];
    for (const { jobId, siteAddress, bare } of rows) {
      if (seen.has(bare) || found.length === mostShown) continue;
      seen.add(bare);
      const job = await jobNow(tx, jobId);
      if (!job || job.ways.size === 0) continue;
      const ways = [...job.ways.values()];
      found.push({
        jobId,
        siteAddress,
        premises: job.site.premises ?? '',
        earthing: job.supply.earthing ?? null,
        wirings: [...new Set(ways.flatMap(({ wiring, wiringKind }) => wiring || wiringKind || []))].slice(0, 4),
        devices: [...new Set(ways.flatMap(({ deviceStandard }) => deviceStandard ?? []))],
        ageYears: job.brief.estimatedAgeYears ?? null,
      });
    }
    return found;
  });
}
