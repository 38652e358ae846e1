import 'server-only';
import { and, asc, eq, lte, ne, or, sql } from 'drizzle-orm';
import { type FirmState, instrumentsInUse } from '../core/firm/firm';
import { buildingControl } from '../core/certificates/duties';
import { dayAfter } from '../core/words/week';
import { forFirmSettled } from './projections/settle';
import { firmState } from './people';
import { duty, jobSummary } from './schema';

export type DueSort = 'inspection' | 'duty' | 'finding' | 'snag' | 'draft' | 'calibration';

/** Something the firm has to see to by a day. */
export type DueItem = {
  /** The same for the same thing, whenever the list is made. */
  readonly key: string;
  readonly sort: DueSort;
  readonly dueOn: string;
  readonly what: string;
  /** The paper or reference it hangs on. */
  readonly number: string;
  readonly address: string;
  readonly href: string;
  readonly client: { readonly name: string; readonly email: string; readonly telephone: string } | null;
  /** It is the client's to see to, and they may be reminded of it. */
  readonly forClient: boolean;
  /** When somebody was last reminded of it. */
  readonly remindedAt: string | null;
};

/** A paper nobody wrote in for so long is forgotten. */
const forgottenDays = 14;
const mostOfEach = 200;

/** What the firm has to see to up to a day: inspections, duties, findings, snags, drafts, calibration; the oldest first. */
export async function dueBy(firmId: string, by: string, today: string): Promise<DueItem[]> {
  const firm = await firmState(firmId);
  const clientOf = (installationId: string | null, name: string) => {
    const known = firm.clients.get((installationId && firm.installations.get(installationId)?.clientId) || '');
    return known ?? (name ? { name, email: '', telephone: '' } : null);
  };
  const { jobId, siteAddress, clientName, installationId, reference, document } = jobSummary;
  const about = { jobId, siteAddress, clientName, installationId, reference };
  const rows = await forFirmSettled(firmId, async (tx) => ({
    duties: await tx
      .select({
        ...about,
        issueId: duty.issueId,
        duty: duty.duty,
        sort: duty.sort,
        what: duty.what,
        toWhom: duty.toWhom,
        number: duty.number,
        dueOn: duty.dueOn,
      })
      .from(duty)
      .innerJoin(jobSummary, eq(duty.jobId, jobId))
      .where(and(lte(duty.dueOn, by), or(ne(duty.sort, 'inspection'), isLatestThere)))
      .orderBy(asc(duty.dueOn))
      .limit(mostOfEach),
    drafts: await tx
      .select({ ...about, document, lastDay: jobSummary.lastDay })
      .from(jobSummary)
      .where(and(ne(jobSummary.status, 'issued'), lte(jobSummary.lastDay, dayAfter(today, -forgottenDays))))
      .orderBy(asc(jobSummary.lastDay))
      .limit(mostOfEach),
  }));
  const items: Omit<DueItem, 'remindedAt'>[] = [
    ...rows.duties.map((row) => ({
      key: `${row.sort} ${row.issueId} ${row.duty}`.slice(0, 200),
      sort: row.sort,
      dueOn: row.dueOn,
      what: row.toWhom === 'self' ? row.what : `${row.what}, to ${row.toWhom}`,
      number: row.number,
      address: row.siteAddress,
      href: hrefOf(row),
      client: clientOf(row.installationId, row.clientName),
      forClient: row.sort !== 'snag' && row.duty !== buildingControl,
    })),
    ...rows.drafts.map((row) => ({
      key: `draft ${row.jobId}`,
      sort: 'draft' as const,
      dueOn: dayAfter(row.lastDay ?? today, forgottenDays),
      what: `${row.document} left unfinished`,
      number: row.reference,
      address: row.siteAddress,
      href: `/jobs/${row.jobId}`,
      client: clientOf(row.installationId, row.clientName),
      forClient: false,
    })),
    ...calibrations(firm, by),
  ];
  return items
    .sort((a, b) => (a.dueOn < b.dueOn ? -1 : a.dueOn > b.dueOn ? 1 : a.key < b.key ? -1 : 1))
    .map((item) => ({ ...item, remindedAt: firm.reminders.get(item.key)?.at ?? null }));
}

type DutyRow = Pick<typeof duty.$inferSelect, 'sort' | 'issueId' | 'jobId'> & {
  readonly installationId: string | null;
};

/** Where something due is seen to. */
function hrefOf({ sort, issueId, jobId, installationId }: DutyRow): string {
  if (sort === 'duty') return `/documents/${issueId}#duties`;
  if (sort === 'inspection') return installationId ? `/installations/${installationId}` : `/documents/${issueId}`;
  return `/jobs/${jobId}/${sort === 'snag' ? 'review' : 'observations'}`;
}

/** Only the last visit to an address that said so says when the next inspection is. */
const isLatestThere = sql`not exists (
  select 1 from duty other join job_summary later on later.job_id = other.job_id
  where other.firm_id = ${duty.firmId}
    and other.sort = 'inspection'
    and later.bare_address = ${jobSummary.bareAddress}
    and (coalesce(later.inspected_on, '0001-01-01'), later.job_id)
      > (coalesce(${jobSummary.inspectedOn}, '0001-01-01'), ${jobSummary.jobId})
)`;

const calibrations = (firm: FirmState, by: string): Omit<DueItem, 'remindedAt'>[] =>
  instrumentsInUse(firm).flatMap(({ id, name, serial, nextDueOn }) =>
    nextDueOn && nextDueOn <= by
      ? [
          {
            key: `calibration ${id}`,
            sort: 'calibration' as const,
            dueOn: nextDueOn,
            what: `Calibration of ${name}`,
            number: serial,
            address: '',
            href: '/firm#instruments',
            client: null,
            forClient: false,
          },
        ]
      : [],
  );
