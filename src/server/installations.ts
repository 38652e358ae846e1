import 'server-only';
import { and, desc, eq, isNull, or, sql } from 'drizzle-orm';
import { v5, v7 } from 'uuid';
import { type FirmBody, type FirmKind, firmStream, jobStream } from '../core/catalogue';
import { type FirmState } from '../core/firm/firm';
import { blankClient } from '../core/firm/kinds/client';
import { bareAddress, installationAt } from '../core/firm/kinds/installation';
import { firmState } from './people';
import type { JobSummary } from './projections/job-summary';
import { forFirmSettled } from './projections/settle';
import { jobSummary } from './schema';
import { type FirmActor, append } from './streams';

const device = 'the application';
const made = () => ({ id: v7(), madeAt: new Date().toISOString(), device });

type Place = { readonly address: string; readonly premises: string; readonly client: string };

const said = <K extends FirmKind>(kind: K, body: FirmBody<K>) => firmStream.draft(kind, body, made());

const named = (firm: FirmState, name: string) =>
  [...firm.clients.values()].find((each) => each.name.toLowerCase() === name.trim().toLowerCase());

/** What the firm's stream has to be told so that it knows this place and who pays there; and which installation it is. */
function telling(firmId: string, firm: FirmState, { address, premises, client }: Place) {
  const known = client.trim() ? named(firm, client) : undefined;
  // The same name has the same id, whoever tells of it first: two at once make one client. One renamed since is another.
  const byName = v5(client.trim().toLowerCase(), firmId);
  const clientId = known?.id ?? (client.trim() ? (firm.clients.has(byName) ? v7() : byName) : null);
  const there = installationAt(firm, address);
  const installationId = there?.id ?? v7();
  return {
    installationId,
    drafts: [
      ...(clientId && !known ? [said('client.added', { clientId, fields: blankClient(client.trim()) })] : []),
      ...(there
        ? clientId && there.clientId !== clientId
          ? [said('installation.described', { installationId, fields: { clientId } })]
          : []
        : [
            said('installation.added', {
              installationId,
              fields: { address, premises, clientId, access: '', parking: '', position: null },
            }),
          ]),
    ],
  };
}

/**
 * The firm's installation at an address, told to the firm's stream where it knew none, with who pays as things stand.
 * Null where it cannot be told, which keeps no job from being opened.
 */
export async function installationFor(actor: FirmActor, place: Place): Promise<string | null> {
  const { installationId, drafts } = telling(actor.firmId, await firmState(actor.firmId), place);
  if (drafts.length === 0) return installationId;
  await append(actor, 'firm', actor.firmId, drafts);
  // Two at once tell of one place once: what stands then is what counts.
  return installationAt(await firmState(actor.firmId), place.address)?.id ?? null;
}

const mostAtOnce = 200;

/** Jobs that say no installation, opened before there were any: each is put to the one at its address. Answers how many. */
export async function takeUpJobs(actor: FirmActor): Promise<number> {
  const rows = await jobsOfNone(actor.firmId);
  let taken = 0;
  for (const { jobId, siteAddress, clientName } of rows) {
    const installationId = await installationFor(actor, { address: siteAddress, premises: '', client: clientName });
    if (!installationId) continue;
    const results = await append(actor, 'job', jobId, [
      jobStream.draft('installation.set', { installationId }, made()),
    ]);
    if (results?.every(({ accepted }) => accepted)) taken += 1;
  }
  return taken;
}

const jobsOfNone = (firmId: string): Promise<JobSummary[]> =>
  forFirmSettled(firmId, (tx) =>
    tx
      .select()
      .from(jobSummary)
      .where(and(isNull(jobSummary.installationId), sql`${jobSummary.bareAddress} <> ''`))
      .limit(mostAtOnce),
  );

export type LatestVisit = Pick<
  JobSummary,
  'jobId' | 'reference' | 'document' | 'inspectedOn' | 'documentNumber' | 'dueOn' | 'status'
> & { readonly installationId: string };

/** The latest visit to each installation of the firm, and how many jobs are at none. */
export function latestVisits(
  firmId: string,
): Promise<{ readonly visits: readonly LatestVisit[]; readonly atNone: number }> {
  return forFirmSettled(firmId, async (tx) => {
    const { installationId, jobId, reference, document, inspectedOn, documentNumber, dueOn, status } = jobSummary;
    const visits = await tx
      .selectDistinctOn([installationId], {
        installationId,
        jobId,
        reference,
        document,
        inspectedOn,
        documentNumber,
        dueOn,
        status,
      })
      .from(jobSummary)
      .where(sql`${installationId} is not null`)
      .orderBy(installationId, sql`${inspectedOn} desc nulls last`, desc(jobId));
    const [none] = await tx
      .select({ count: sql<number>`count(*)::int` })
      .from(jobSummary)
      .where(and(isNull(installationId), sql`${jobSummary.bareAddress} <> ''`));
    return {
      visits: visits.flatMap((visit) =>
        visit.installationId ? [{ ...visit, installationId: visit.installationId }] : [],
      ),
      atNone: none?.count ?? 0,
    };
  });
}

/** Every job at an installation, or at its address, the latest first. */
export const visitsTo = (firmId: string, installationId: string, address: string): Promise<JobSummary[]> =>
  forFirmSettled(firmId, (tx) =>
    tx
      .select()
      .from(jobSummary)
      .where(
        or(
          eq(jobSummary.installationId, installationId),
          and(isNull(jobSummary.installationId), eq(jobSummary.bareAddress, bareAddress(address))),
        ),
      )
      .orderBy(sql`${jobSummary.inspectedOn} desc nulls last`, desc(jobSummary.jobId))
      .limit(200),
  );
