import 'server-only';
import { eq } from 'drizzle-orm';
import { type Transaction } from '../connection';
import { stream } from '../schema';
import { readEntries } from '../stored-entries';
import { type StreamSort, streams } from '../stream-sorts';
import { projections } from './registry';

/** Drops every projection of the firm and makes it again from entries alone; answers how many streams were read. */
export async function rebuildProjections(tx: Transaction, firmId: string): Promise<number> {
  const heads = await tx.select().from(stream);
  for (const sort of ['job', 'firm'] as const) {
    for (const projection of projections[sort]) await projection.drop(tx, firmId);
    for (const head of heads.filter((each) => each.sort === sort)) await rewriteProjections(tx, firmId, sort, head.id);
  }
  return heads.length;
}

/** Makes the projections of one stream from its entries alone. */
export async function rewriteProjections<S extends StreamSort>(
  tx: Transaction,
  firmId: string,
  sort: S,
  streamId: string,
): Promise<void> {
  const entries = await readEntries(tx, sort, streamId);
  const state = streams[sort].fold(entries);
  for (const projection of projections[sort]) await projection.write(tx, firmId, streamId, state, entries.length);
  await tx.update(stream).set({ projectedSeq: entries.length }).where(eq(stream.id, streamId));
}
