import 'server-only';
import { and, eq } from 'drizzle-orm';
import type { Job } from '../core/job/job';
import type { Transaction } from './connection';
import { stream as heads } from './schema';
import { readEntries } from './stored-entries';
import { type StateOf, type StreamSort, streams } from './stream-sorts';

type Fold<S extends StreamSort = StreamSort> = { readonly seq: number; readonly state: StateOf[S] };

const mostEntries = 30_000;

/** Folds of streams at the last number this process saw them at, the most lately used last. */
const kept = new Map<string, Fold>();
let entriesKept = 0;

/** Forgets the fold of a stream that is no more. */
export function forgetFold(streamId: string): void {
  entriesKept -= kept.get(streamId)?.seq ?? 0;
  kept.delete(streamId);
}

/** Keeps a fold once its transaction has committed: a number that was rolled back must never be kept. */
export function keepFold<S extends StreamSort>(streamId: string, fold: Fold<S>): void {
  forgetFold(streamId);
  kept.set(streamId, fold);
  entriesKept += fold.seq;
  for (const oldest of kept.keys()) {
    if (entriesKept <= mostEntries || oldest === streamId) break;
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
  const held = kept.get(streamId) as Fold<S> | undefined;
  const base = held && held.seq <= lastSeq ? held : null;
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
