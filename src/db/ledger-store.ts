import 'server-only';
import { and, asc, eq, gt, inArray, sql } from 'drizzle-orm';
import { admitToJob } from '../core/document/admission';
import type { Actor } from '../core/ledger/admit';
import { canonical } from '../core/ledger/canonical';
import { type Draft, type Entry, readDraft } from '../core/ledger/entry';
import { fold } from '../core/ledger/fold';
import type { SealedEntry } from '../core/ledger/seal';
import { type Transaction, forFirm } from './connection';
import { writeJobSummary } from './job-summary';
import { entry, job } from './schema';

/** Who is asking, as decided by the session: an actor of one firm. */
export type FirmActor = Actor & { readonly firmId: string };

export type AppendResult =
  | { readonly id: string; readonly accepted: true; readonly seq: number }
  | { readonly id: string; readonly accepted: false; readonly reason: string };

/** Opens a job and appends its first entries. The id is made by the caller, so that a repeated request opens it once. */
export async function openJob(actor: FirmActor, jobId: string, drafts: readonly Draft[]): Promise<AppendResult[] | null> {
  await forFirm(actor.firmId, (tx) => tx.insert(job).values({ id: jobId, firmId: actor.firmId }).onConflictDoNothing());
  return append(actor, jobId, drafts);
}

/**
 * Appends entries to a job's ledger, in order, each accepted with its number or refused with a reason. The same entry
 * twice is the same as once. Null when the firm has no such job.
 */
export function append(actor: FirmActor, jobId: string, drafts: readonly Draft[]): Promise<AppendResult[] | null> {
  return forFirm(actor.firmId, (tx) => appendWithin(tx, actor, jobId, drafts));
}

/** The same within a transaction that is already the firm's. */
export async function appendWithin(
  tx: Transaction,
  actor: FirmActor,
  jobId: string,
  drafts: readonly Draft[],
): Promise<AppendResult[] | null> {
  const [head] = await tx.select().from(job).where(eq(job.id, jobId)).for('update');
  if (!head) return null;
  const entries = await readEntries(tx, jobId);
  const ids = drafts.map((draft) => draft.id);
  const elsewhere = new Set(
    ids.length ? (await tx.select({ id: entry.id, jobId: entry.jobId }).from(entry).where(inArray(entry.id, ids))).filter((row) => row.jobId !== jobId).map((row) => row.id) : [],
  );
  const results: AppendResult[] = [];
  const rows: (typeof entry.$inferInsert)[] = [];
  let current = fold(entries);
  for (const draft of drafts) {
    const known = current.entries.get(draft.id);
    if (known) {
      const same = known.kind === draft.kind && canonical(known.body) === canonical(draft.body);
      results.push(
        same
          ? { id: draft.id, accepted: true, seq: known.seq ?? 0 }
          : { id: draft.id, accepted: false, reason: 'Another entry stands under this id. Enter it again.' },
      );
      continue;
    }
    const admission = elsewhere.has(draft.id)
      ? { accepted: false as const, reason: 'Another entry stands under this id. Enter it again.' }
      : admitToJob(current, draft, actor);
    if (!admission.accepted) {
      results.push({ id: draft.id, accepted: false, reason: admission.reason });
      continue;
    }
    const seq = entries.length + 1;
    entries.push({ ...draft, madeBy: actor.id, seq } as Entry);
    current = fold(entries);
    const { id, kind, version, body, device } = draft;
    rows.push({ id, firmId: actor.firmId, jobId, seq, kind, version, body, device, madeAt: new Date(draft.madeAt), madeBy: actor.id });
    results.push({ id, accepted: true, seq });
  }
  if (rows.length > 0) {
    await tx.insert(entry).values(rows);
    await tx.update(job).set({ lastSeq: entries.length }).where(eq(job.id, jobId));
    await writeJobSummary(tx, actor.firmId, jobId, current, entries.length);
    await tx.execute(sql`select pg_notify('ledger', ${jobId})`);
  }
  return results;
}

/** A job's entries after a sequence number, as the current version reads them. */
export async function readEntries(tx: Transaction, jobId: string, afterSeq = 0): Promise<Entry[]> {
  const rows = await tx
    .select()
    .from(entry)
    .where(and(eq(entry.jobId, jobId), gt(entry.seq, afterSeq)))
    .orderBy(asc(entry.seq));
  return rows.map(toEntry);
}

/** A job's entries as stored, for sealing and for checking a seal. */
export async function readSealedEntries(tx: Transaction, jobId: string): Promise<SealedEntry[]> {
  const rows = await tx.select().from(entry).where(eq(entry.jobId, jobId)).orderBy(asc(entry.seq));
  return rows.map((row) => ({ ...row, madeAt: row.madeAt.toISOString() }));
}

/** Entries of one of the firm's jobs after a sequence number; null when the firm has no such job. */
export function entriesAfter(actor: FirmActor, jobId: string, afterSeq: number): Promise<Entry[] | null> {
  return forFirm(actor.firmId, async (tx) => {
    const [head] = await tx.select({ id: job.id }).from(job).where(eq(job.id, jobId));
    return head ? readEntries(tx, jobId, afterSeq) : null;
  });
}

function toEntry(row: typeof entry.$inferSelect): Entry {
  const madeAt = row.madeAt.toISOString();
  const read = readDraft({ id: row.id, kind: row.kind, version: row.version, body: row.body, madeAt, device: row.device });
  if (!read.ok) throw new Error(`Entry ${row.seq} of job ${row.jobId} cannot be read: ${read.problem}`);
  return { ...read.draft, madeBy: row.madeBy, seq: row.seq };
}
