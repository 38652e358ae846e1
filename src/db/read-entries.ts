import 'server-only';
import { and, asc, eq, gt } from 'drizzle-orm';
import { type Entry, readDraft } from '../core/ledger/entry';
import type { SealedEntry } from '../core/ledger/seal';
import type { Transaction } from './connection';
import { entry } from './schema';

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

function toEntry(row: typeof entry.$inferSelect): Entry {
  const madeAt = row.madeAt.toISOString();
  const read = readDraft({ id: row.id, kind: row.kind, version: row.version, body: row.body, madeAt, device: row.device });
  if (!read.ok) throw new Error(`Entry ${row.seq} of job ${row.jobId} cannot be read: ${read.problem}`);
  return { ...read.draft, madeBy: row.madeBy, seq: row.seq };
}
