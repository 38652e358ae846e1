import 'server-only';
import { eq, inArray, sql } from 'drizzle-orm';
import { admitToJob } from '../core/document/admission';
import type { Actor } from '../core/ledger/admit';
import { canonical } from '../core/ledger/canonical';
import type { Draft, Entry } from '../core/ledger/entry';
import { extend, fold } from '../core/ledger/fold';
import { type Transaction, forFirm } from './connection';
import { writeJobSummary } from './job-summary';
import { readEntries } from './read-entries';
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
    const accepted = { ...draft, madeBy: actor.id, seq } as Entry;
    entries.push(accepted);
    current = extend(current, accepted);
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

/** Entries of one of the firm's jobs after a sequence number; null when the firm has no such job. */
export function entriesAfter(actor: FirmActor, jobId: string, afterSeq: number): Promise<Entry[] | null> {
  return forFirm(actor.firmId, async (tx) => {
    const [head] = await tx.select({ id: job.id }).from(job).where(eq(job.id, jobId));
    return head ? readEntries(tx, jobId, afterSeq) : null;
  });
}
