import 'server-only';
import { and, eq, inArray, ne } from 'drizzle-orm';
import { isOfKind } from '../core/catalogue';
import { type Actor, refused } from '../core/ledger/actor';
import { canonical } from '../core/ledger/canonical';
import { whyNotMadeThen } from '../core/ledger/door';
import type { Drafted, Recorded } from '../core/ledger/entry';
import { announceSoon, movesOf } from './announcements';
import { type Transaction, forFirm, forStream } from './connection';
import { isTrouble, logFault } from './trouble';
import { foldAt, keepFold } from './folds';
import { projections } from './projections/registry';
import { settleSoon } from './projections/settle';
import { entry, stream } from './schema';
import { readEntries } from './stored-entries';
import { type StateOf, type StreamSort, openedAt, streams } from './stream-sorts';

/** Who is asking, as decided by the session: an actor of one firm. */
export type FirmActor = Actor & { readonly firmId: string };

export type AppendResult =
  | { readonly id: string; readonly accepted: true; readonly seq: number }
  | { readonly id: string; readonly accepted: false; readonly reason: string };

const elsewhereReason = 'Another entry has this id. Enter it again.';

/** Opens a job and appends its first entries. The id is made by the caller, so that a repeated request opens it once. */
export async function openJob(
  actor: FirmActor,
  jobId: string,
  drafts: readonly Drafted[],
): Promise<AppendResult[] | null> {
  await forFirm(actor.firmId, (tx) =>
    tx.insert(stream).values({ id: jobId, firmId: actor.firmId, sort: 'job' }).onConflictDoNothing(),
  );
  return append(actor, 'job', jobId, drafts);
}

/**
 * Appends entries to one of the firm's streams, in order, each accepted with its number or refused with a reason. The
 * same entry twice is the same as once. Null when the firm has no such stream.
 */
export async function append(
  actor: FirmActor,
  sort: StreamSort,
  streamId: string,
  drafts: readonly Drafted[],
): Promise<AppendResult[] | null> {
  try {
    const appended = await forStream(actor.firmId, streamId, (tx) => appendWithin(tx, actor, sort, streamId, drafts));
    appended?.committed();
    return appended?.results ?? null;
  } catch (error) {
    if (isTrouble(error)) throw error;
    return apart(actor, sort, streamId, drafts, error);
  }
}

/** What no entry passed at the door should come to: each then stands alone, so that one does not hold back the others. */
async function apart(
  actor: FirmActor,
  sort: StreamSort,
  streamId: string,
  drafts: readonly Drafted[],
  error: unknown,
): Promise<AppendResult[] | null> {
  const [only, ...others] = drafts;
  if (!only) throw error;
  if (others.length === 0) {
    logFault('an entry could not be kept', error, { stream: streamId, entry: only.id, kind: only.kind });
    return [{ id: only.id, accepted: false, reason: 'This could not be saved. Copy it, and enter it again.' }];
  }
  const results: AppendResult[] = [];
  for (const draft of drafts) {
    const result = await append(actor, sort, streamId, [draft]);
    if (!result) return null;
    results.push(...result);
  }
  return results;
}

export type Appended<S extends StreamSort = StreamSort> = {
  readonly results: AppendResult[];
  readonly state: StateOf[S];
  /** To be called once the transaction has committed. */
  readonly committed: () => void;
};

/** The same within a transaction that is already the firm's. */
export async function appendWithin<S extends StreamSort>(
  tx: Transaction,
  actor: FirmActor,
  sort: S,
  streamId: string,
  drafts: readonly Drafted[],
): Promise<Appended<S> | null> {
  const [head] = await tx
    .select()
    .from(stream)
    .where(and(eq(stream.id, streamId), eq(stream.sort, sort)))
    .for('update');
  if (!head) return null;
  const machinery = streams[sort];
  const elsewhere = await idsElsewhere(tx, streamId, drafts);
  let state = await foldAt(tx, sort, streamId, head.lastSeq);
  let seq = head.lastSeq;
  const now = new Date();
  const mine = new Set<string>();
  const results: AppendResult[] = [];
  const rows: (typeof entry.$inferInsert)[] = [];
  for (const draft of drafts) {
    const known = state.entries.get(draft.id);
    if (known) {
      const same = known.kind === draft.kind && canonical(known.body) === canonical(draft.body);
      results.push(
        same
          ? { id: draft.id, accepted: true, seq: known.seq ?? 0 }
          : { id: draft.id, accepted: false, reason: elsewhereReason },
      );
      continue;
    }
    const impossible = elsewhere.has(draft.id)
      ? elsewhereReason
      : (whyNotMadeThen(draft.madeAt, now, openedAt(state)) ?? (await whyNotTold(tx, actor.firmId, draft)));
    const admission = impossible ? refused(impossible) : machinery.admit(state, draft, actor);
    if (!admission.accepted) {
      results.push({ id: draft.id, accepted: false, reason: admission.reason });
      continue;
    }
    seq += 1;
    state = machinery.extend(state, { ...draft, madeBy: actor.id, seq }, mine);
    const { id, kind, version, body, device, madeAt } = draft;
    rows.push({
      id,
      firmId: actor.firmId,
      streamId,
      seq,
      kind,
      version,
      body,
      device,
      madeAt: new Date(madeAt),
      madeBy: actor.id,
    });
    results.push({ id, accepted: true, seq });
  }
  if (rows.length > 0) {
    await tx.insert(entry).values(rows);
    // What a firm says of itself is short and seldom said; what its jobs amount to is written behind the work.
    if (sort === 'firm')
      for (const projection of projections[sort]) await projection.write(tx, actor.firmId, streamId, state, seq);
    await tx
      .update(stream)
      .set({ lastSeq: seq, ...(sort === 'firm' && { projectedSeq: seq }) })
      .where(eq(stream.id, streamId));
  }
  const committed = () => {
    keepFold(streamId, { seq, state });
    if (rows.length === 0) return;
    announceSoon(streamId, movesOf(actor.firmId));
    if (sort === 'job') settleSoon(actor.firmId, streamId);
  };
  return { results, state, committed };
}

/** Why a document cannot be under the edition it names: only one its own firm told of, as it was told. Null where it can. */
async function whyNotTold(tx: Transaction, firmId: string, draft: Drafted): Promise<string | null> {
  const own = isOfKind(draft, 'document.begun') ? draft.body.ownEdition : undefined;
  if (!own) return null;
  const told = await tx
    .select({ body: entry.body })
    .from(entry)
    .where(and(eq(entry.streamId, firmId), eq(entry.kind, 'edition.told')));
  return told.some(({ body }) => canonical(body) === canonical(own)) ? null : 'The company has no such edition.';
}

/** Ids among these that stand in another stream. */
async function idsElsewhere(
  tx: Transaction,
  streamId: string,
  drafts: readonly Drafted[],
): Promise<ReadonlySet<string>> {
  if (drafts.length === 0) return new Set();
  const ids = drafts.map((draft) => draft.id);
  const rows = await tx
    .select({ id: entry.id })
    .from(entry)
    .where(and(inArray(entry.id, ids), ne(entry.streamId, streamId)));
  return new Set(rows.map((row) => row.id));
}

/** Entries of one of the firm's streams after a sequence number; null when the firm has no such stream. */
export function entriesAfter(
  actor: FirmActor,
  sort: StreamSort,
  streamId: string,
  afterSeq: number,
): Promise<Recorded[] | null> {
  return forFirm(actor.firmId, async (tx) => {
    const head = await headOf(tx, sort, streamId);
    if (!head) return null;
    if (afterSeq > 0) return readEntries(tx, sort, streamId, afterSeq);
    // The whole of it is what the fold holds: read once, however many open it.
    const state = await foldAt(tx, sort, streamId, head.lastSeq);
    // What others appended since the head was read may be in it already.
    keepFold(streamId, { seq: state.head.seq, state });
    return [...state.entries.values()];
  });
}

/** One of the firm's streams as it stands; null when the firm has none such. */
export function stateOf<S extends StreamSort>(firmId: string, sort: S, streamId: string): Promise<StateOf[S] | null> {
  return forFirm(firmId, async (tx) => {
    const head = await headOf(tx, sort, streamId);
    return head ? foldAt(tx, sort, streamId, head.lastSeq) : null;
  });
}

async function headOf(tx: Transaction, sort: StreamSort, streamId: string) {
  const [head] = await tx
    .select()
    .from(stream)
    .where(and(eq(stream.id, streamId), eq(stream.sort, sort)));
  return head ?? null;
}
