import 'server-only';

const patienceMillis = 4_000;

/** Somebody else held a stream longer than is waited: what was asked may be asked again. */
export class Busy extends Error {
  readonly code = '55P03';
}

type Queues = Map<string, Promise<void>>;
/** Pages and routes are bundles of their own, and wait for one another. */
const queues: Queues = ((globalThis as typeof globalThis & { ledgerTurns?: Queues }).ledgerTurns ??= new Map());

/**
 * Runs what writes to one stream after what this process already does there: a stream that is held holds one connection
 * and not the pool. Throws `Busy` where its turn does not come.
 */
export async function inTurn<T>(streamId: string, work: () => Promise<T>, patience = patienceMillis): Promise<T> {
  const before = queues.get(streamId) ?? Promise.resolve();
  let done = () => {};
  const mine = new Promise<void>((resolve) => (done = resolve));
  const after = before.then(() => mine);
  queues.set(streamId, after);
  void after.then(() => queues.get(streamId) === after && queues.delete(streamId));
  try {
    await soon(before, patience);
    return await work();
  } finally {
    done();
  }
}

async function soon(turn: Promise<void>, patience: number): Promise<void> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const tooLate = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Busy('Someone else is recording there.')), patience);
  });
  try {
    await Promise.race([turn, tooLate]);
  } finally {
    clearTimeout(timer);
  }
}
