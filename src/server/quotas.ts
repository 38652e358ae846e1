import 'server-only';
import { and, count, eq, gt, isNotNull, sql } from 'drizzle-orm';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { type Transaction, countingPool } from './connection';
import { entry, firmFile, link, picture } from './schema';

/** What one firm may do within a day: many times what any has needed, and too little to fill a disk or to plague anybody. */
export const mostADay = { letters: 100, lettersToOne: 12, pictures: 3_000, files: 200, entries: 60_000 } as const;
const mostFilesInAll = 3_000;

const since = () => new Date(Date.now() - 86_400_000);

/**
 * Why a firm sends no more letters today, or none to this address; null where it may. Letters are those that carry links
 * and the reminders.
 */
export async function whyNoLetter(tx: Transaction, firmId: string, to: string): Promise<string | null> {
  const address = to.trim().toLowerCase();
  const [links] = await tx
    .select({ all: count(), toOne: sql<number>`(count(*) filter (where lower(${link.email}) = ${address}))::int` })
    .from(link)
    .where(and(eq(link.firmId, firmId), isNotNull(link.email), gt(link.madeAt, since())));
  const [reminders] = await tx
    .select({
      all: count(),
      toOne: sql<number>`(count(*) filter (where lower(${entry.body}->>'to') = ${address}))::int`,
    })
    .from(entry)
    .where(and(eq(entry.streamId, firmId), eq(entry.kind, 'reminder.made'), gt(entry.recordedAt, since())));
  if ((links?.all ?? 0) + (reminders?.all ?? 0) >= mostADay.letters)
    return 'Daily e-mail limit reached. Nothing was sent. Try again tomorrow.';
  return (links?.toOne ?? 0) + (reminders?.toOne ?? 0) >= mostADay.lettersToOne
    ? `Daily limit of e-mails to ${address} reached. Nothing was sent. Try again tomorrow.`
    : null;
}

/** Whether the firm has written an address down as a client's: reminders go nowhere else. */
export async function isOnRecord(tx: Transaction, firmId: string, to: string): Promise<boolean> {
  const { rows } = await tx.execute(sql`
    select 1 from ${entry} where firm_id = ${firmId} and kind in ('client.named', 'client.added', 'client.described')
      and lower(coalesce(body->>'email', body->'fields'->>'email')) = ${to.trim().toLowerCase()} limit 1`);
  return rows.length > 0;
}

/** Why a firm keeps no more of these today; null where it may. */
export async function whyNotKept(tx: Transaction, firmId: string, what: 'pictures' | 'files'): Promise<string | null> {
  const table = what === 'pictures' ? picture : firmFile;
  const [today] = await tx
    .select({ all: count() })
    .from(table)
    .where(and(eq(table.firmId, firmId), gt(table.keptAt, since())));
  if ((today?.all ?? 0) >= mostADay[what]) return `Daily limit of ${what} reached. Try again tomorrow.`;
  if (what === 'pictures') return null;
  const [inAll] = await tx.select({ all: count() }).from(table).where(eq(table.firmId, firmId));
  return (inAll?.all ?? 0) >= mostFilesInAll ? `No more than ${mostFilesInAll} files for one firm.` : null;
}

/** How many entries of a firm's day a process takes at once: all processes count as one, and it is seldom asked for. */
const block = 500;

/** Counts entries of firms by the day, over every process; each holds what it took and has not used. */
export function countEntries() {
  const day = new RateLimiterPostgres({
    storeClient: countingPool(),
    storeType: 'pool',
    tableName: 'quota',
    tableCreated: true,
    clearExpiredByTimeout: false,
    keyPrefix: 'entries',
    points: mostADay.entries,
    duration: 86_400,
  });
  const left = new Map<string, number>();
  return async (firmId: string, many: number): Promise<number> => {
    const lacks = many - (left.get(firmId) ?? 0);
    if (lacks > 0) {
      const taken = Math.ceil(lacks / block) * block;
      try {
        await day.consume(firmId, taken);
      } catch (error) {
        if (error instanceof RateLimiterRes) return Math.ceil(error.msBeforeNext / 1000);
        throw error;
      }
      left.set(firmId, (left.get(firmId) ?? 0) + taken);
    }
    left.set(firmId, (left.get(firmId) ?? 0) - many);
    return 0;
  };
}

let counted: ReturnType<typeof countEntries> | undefined;

/** Counts entries sent for a firm; answers for how many seconds it takes no more, 0 where it may. */
export const takeEntries = (firmId: string, many: number): Promise<number> =>
  (counted ??= countEntries())(firmId, many);
