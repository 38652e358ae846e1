import 'server-only';
import { and, asc, eq, gt, lte } from 'drizzle-orm';
import type { Recorded } from '../core/ledger/entry';
import type { SealedEntry } from '../core/ledger/seal';
import type { Transaction } from './connection';
import { entry } from './schema';
import { type StreamSort, streams } from './stream-sorts';
import { NewerEntry } from './trouble';

type Row = typeof entry.$inferSelect;

const envelopeOf = ({ id, kind, version, body, madeAt, device, madeBy, seq }: Row) => ({
  id,
  kind,
  version,
  body,
  madeAt: madeAt.toISOString(),
  device,
  madeBy,
  seq,
});

/** A stream's entries after a sequence number, as the current version reads them. */
export async function readEntries(
  tx: Transaction,
  sort: StreamSort,
  streamId: string,
  afterSeq = 0,
): Promise<Recorded[]> {
  const rows = await tx
    .select()
    .from(entry)
    .where(and(eq(entry.streamId, streamId), gt(entry.seq, afterSeq)))
    .orderBy(asc(entry.seq));
  return rows.map((row) => {
    const read = streams[sort].readEntry(envelopeOf(row));
    if (!read.ok) {
      const problem = `Entry ${row.seq} of stream ${streamId} cannot be read: ${read.problem}`;
      throw read.newer ? new NewerEntry(problem) : new Error(problem);
    }
    return read.value;
  });
}

/** A stream's entries as stored, up to a sequence number: for sealing and for checking a seal. */
export async function readSealedEntries(tx: Transaction, streamId: string, upTo: number): Promise<SealedEntry[]> {
  const rows = await tx
    .select()
    .from(entry)
    .where(and(eq(entry.streamId, streamId), lte(entry.seq, upTo)))
    .orderBy(asc(entry.seq));
  return rows.map((row) => ({ ...envelopeOf(row), recordedAt: row.recordedAt.toISOString() }));
}
