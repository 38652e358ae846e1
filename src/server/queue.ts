import 'server-only';
import PgBoss from 'pg-boss';
import { eq, sql } from 'drizzle-orm';
import { env } from '../env';
import { type Transaction, forFirm } from './connection';
import { type Letter, post } from './post-office';
import { letterQueue } from './queues';
import { link } from './schema';
import { logFault } from './trouble';

/** A letter on its way; whether one that carries a link went is told by the link. */
type Queued = Letter & { readonly firmId: string; readonly linkId: string | null };

const held = globalThis as typeof globalThis & { ledgerQueue?: Promise<PgBoss> };

/** The queue as this process uses it; its tables are made by the migration. */
function queue(): Promise<PgBoss> {
  held.ledgerQueue ??= (async () => {
    const boss = new PgBoss({ connectionString: env().DATABASE_URL, migrate: false, schedule: false, max: 2 });
    boss.on('error', (error) => logFault('the queue of letters', error));
    return boss.start();
  })().catch((error: unknown) => {
    held.ledgerQueue = undefined;
    throw error;
  });
  return held.ledgerQueue;
}

/** Speaks the queue's statements within a transaction of the ledger's: what is queued stands or falls with it. */
const within = (tx: Transaction): PgBoss.Db => ({
  async executeSql(text, values) {
    const pieces = text
      .split(/\$(\d+)/)
      .map((piece, at) => (at % 2 === 0 ? sql.raw(piece) : sql`${values[Number(piece) - 1] ?? null}`));
    const { rows } = await tx.execute(sql.join(pieces));
    return { rows };
  },
});

/** Puts a letter into the queue, as part of the transaction that says so. */
export async function queueLetter(tx: Transaction, letter: Queued): Promise<void> {
  await (await queue()).send(letterQueue.name, letter, { db: within(tx) });
}

/** Sends one letter of the queue and writes on its link how that went; one whose link no longer stands is let go. */
async function send(letter: Queued): Promise<void> {
  const { to, subject, text, linkId } = letter;
  if (linkId === null) return post({ to, subject, text });
  const ofLink = eq(link.id, linkId);
  const [stands] = await forFirm(letter.firmId, (tx) => tx.select().from(link).where(ofLink));
  if (!stands || stands.withdrawnAt || stands.sentAt || stands.expiresAt.getTime() < Date.now()) return;
  const note = (said: Partial<typeof link.$inferInsert>) =>
    forFirm(letter.firmId, (tx) => tx.update(link).set(said).where(ofLink));
  try {
    await post({ to, subject, text });
  } catch (error) {
    await note({ problem: 'The mail server did not take it. It is tried again every five minutes for two days.' });
    throw error;
  }
  await note({ sentAt: new Date(), problem: null });
}

/** Works through the queue for as long as this process lives. */
export async function workQueue(): Promise<void> {
  await (
    await queue()
  ).work<Queued>(letterQueue.name, { pollingIntervalSeconds: 1 }, async (letters) => {
    for (const { data } of letters) await send(data);
  });
}

export async function endQueue(): Promise<void> {
  const boss = await held.ledgerQueue;
  held.ledgerQueue = undefined;
  await boss?.stop({ graceful: false });
}
