import 'server-only';
import { and, eq, inArray, lt } from 'drizzle-orm';
import { type Transaction, forFirm } from '../connection';
import { foldAt } from '../folds';
import { stream } from '../schema';
import { isTrouble, logFault } from '../trouble';
import { projections } from './registry';

/** Of one reading, or of one turn behind the work: what is left over is taken by the next. */
const mostAtOnce = 200;
const afterMillis = 1_500;

/**
 * Writes what the firm's jobs amount to into the tables made of them, where they are behind; answers how many were. A job
 * somebody is recording in at this moment is left to whoever reads next.
 */
async function settle(tx: Transaction, only?: readonly string[]): Promise<number> {
  const behind = await tx
    .select()
    .from(stream)
    .where(
      and(
        lt(stream.projectedSeq, stream.lastSeq),
        eq(stream.sort, 'job'),
        only ? inArray(stream.id, [...only]) : undefined,
      ),
    )
    .limit(mostAtOnce)
    .for('update', { skipLocked: true });
  for (const { id, firmId, lastSeq } of behind) {
    const job = await foldAt(tx, 'job', id, lastSeq);
    for (const projection of projections.job) await projection.write(tx, firmId, id, job, lastSeq);
    await tx.update(stream).set({ projectedSeq: lastSeq }).where(eq(stream.id, id));
  }
  return behind.length;
}

/** Tables being written behind the work, by firm. */
const running = new Map<string, Promise<unknown>>();

/** Settles all of a firm's jobs. */
export async function settleFirm(firmId: string): Promise<void> {
  // What is being written at this moment is skipped below, and not there yet.
  await running.get(firmId);
  while ((await forFirm(firmId, (tx) => settle(tx))) === mostAtOnce);
}

/**
 * A transaction of a firm for what reads the tables made of its jobs: whoever recorded something finds it there. They are
 * written in a transaction before it, so that a long reader holds no job.
 */
export async function forFirmSettled<T>(firmId: string, work: (transaction: Transaction) => Promise<T>): Promise<T> {
  await settleFirm(firmId);
  return forFirm(firmId, work);
}

const waiting = new Map<string, Set<string>>();

/**
 * Has the tables written soon of a job this process recorded in, behind the work: most readers then find nothing left to
 * do. Jobs other processes record in are theirs: here they would have to be folded first.
 */
export function settleSoon(firmId: string, jobId: string): void {
  const known = waiting.get(firmId);
  if (known) return void known.add(jobId);
  const jobs = new Set([jobId]);
  waiting.set(firmId, jobs);
  setTimeout(() => {
    waiting.delete(firmId);
    const work = forFirm(firmId, (tx) => settle(tx, [...jobs])).catch((error: unknown) => {
      if (!isTrouble(error)) logFault('tables made of jobs could not be written', error, { firm: firmId });
    });
    running.set(firmId, work);
    void work.finally(() => running.get(firmId) === work && running.delete(firmId));
  }, afterMillis).unref();
}
