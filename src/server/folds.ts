import 'server-only';
import { getHeapStatistics } from 'node:v8';
import { and, eq } from 'drizzle-orm';
import type { Job } from '../core/job/job';
import type { Transaction } from './connection';
import { stream as heads } from './schema';
import { readEntries } from './stored-entries';
import { type StateOf, type StreamSort, streams } from './stream-sorts';

type Fold<S extends StreamSort = StreamSort> = { readonly seq: number; readonly state: StateOf[S] };

/** What an entry and what follows from it hold in memory, as measured; a quarter of what the process may have is for folds. */
const bytesOfEntry = 1_500;
const mostEntries = Math.floor(getHeapStatistics().heap_size_limit / 4 / bytesOfEntry);

type Held = {
  /** Folds of streams at the last number this process saw them at, the most lately used last. */
  readonly kept: Map<string, Fold>;
  entries: number;
};
/** Pages and routes are bundles of their own: what they hold of streams they hold together. */
const held = ((globalThis as typeof globalThis & { ledgerFolds?: Held }).ledgerFolds ??= {
  kept: new Map(),
  entries: 0,
});
const { kept } = held;

/** Forgets the fold of a stream that is no more. */
export function forgetFold(streamId: string): void {
  held.entries -= kept.get(streamId)?.seq ?? 0;
  kept.delete(streamId);
}

/** Keeps a fold once its transaction has committed: a number that was rolled back must never be kept. */
export function keepFold<S extends StreamSort>(streamId: string, fold: Fold<S>): void {
  forgetFold(streamId);
  kept.set(streamId, fold);
  held.entries += fold.seq;
  for (const oldest of kept.keys()) {
    if (held.entries <= mostEntries || oldest === streamId) break;
    forgetFold(oldest);
  }
}

/**
 * A stream's fold at its last number: the one kept, extended by what other processes appended since. Costs what is new,
 * however long the stream is.
 */
export async function foldAt<S extends StreamSort>(
  tx: Transaction,
  sort: S,
  streamId: string,
  lastSeq: number,
): Promise<StateOf[S]> {
  const stream = streams[sort];
  const found = kept.get(streamId) as Fold<S> | undefined;
  const base = found && found.seq <= lastSeq ? found : null;
  if (base && base.seq === lastSeq) return base.state;
  const fresh = await readEntries(tx, sort, streamId, base?.seq ?? 0);
  if (!base) return stream.fold(fresh);
  const mine = new Set<string>();
  return fresh.reduce((state, entry) => stream.extend(state, entry, mine), base.state);
}

/** A job as it stands within a transaction; null where there is none of the firm. */
export async function jobNow(tx: Transaction, jobId: string): Promise<Job | null> {
  const [head] = await tx
    .select()
    .from(heads)
    .where(and(eq(heads.id, jobId), eq(heads.sort, 'job')));
  return head ? foldAt(tx, 'job', jobId, head.lastSeq) : null;
}
