import 'server-only';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { PrintAsked } from '../print/print-asked';

/**
 * The most processor time a document may take, and the most memory, before it is given up. A thread that is new, or a
 * machine that is busy, takes nothing from it: what is counted is the thread's own time, from when it begins to draw.
 */
const mostProcessorMillis = 15_000;
/** The longest anybody waits for one document, or for a thread to be ready, whatever the machine does beside it. */
const mostMillis = 180_000;
const lookMillis = 500;
const mostMegabytes = 384;
/** How many documents of one firm may wait, and of all. */
const mostWaiting = 20;
const mostWaitingInAll = 200;

/** A document that could not be printed: nothing of it is kept, and others go on. */
export class NotPrinted extends Error {}
/** The thread ended for no fault of the document: another may print it. */
class ThreadLost extends NotPrinted {}

/** What the thread says: that it can print, and under which task of the process it runs; a file; or why there is none. */
type Answer =
  { readonly ready: true; readonly task: string | null } | { readonly pdf: Uint8Array } | { readonly problem: string };
type Thread = { readonly worker: Worker; readonly ready: Promise<string | null> };

/** Somebody's document that waits its turn. */
type Waiting = { readonly draw: () => Promise<void> };

const holder = globalThis as typeof globalThis & {
  ledgerPrinter?: { thread: Thread | null; waiting: number; turns: Map<string, Waiting[]>; drawing: boolean };
};
const held = (holder.ledgerPrinter ??= { thread: null, waiting: 0, turns: new Map(), drawing: false });

/** How many documents are being printed or wait for it, in this process. */
export const printingWaits = (): number => held.waiting;

/** Gets the thread ready before anybody waits for it. */
export function warmPrinting(): void {
  held.thread ??= begin();
}

/**
 * Prints a document in a thread of its own, one after another; of several firms each has one printed in turn, so that who
 * asks for many waits behind the others and not before them. Throws `NotPrinted` where it takes too much or cannot be
 * drawn. A thread that was lost is replaced, and the document printed by the next, once.
 */
export function print(asked: PrintAsked, firmId = ''): Promise<Buffer> {
  const own = held.turns.get(firmId) ?? [];
  if (own.length >= mostWaiting || held.waiting >= mostWaitingInAll)
    return Promise.reject(new NotPrinted('Too many documents are being printed. Try again in a minute.'));
  held.waiting += 1;
  return new Promise<Buffer>((resolve, reject) => {
    const draw = () =>
      printNow(asked)
        .catch((error: unknown) => {
          if (error instanceof ThreadLost) return printNow(asked);
          throw error;
        })
        .finally(() => (held.waiting -= 1))
        .then(resolve, reject);
    held.turns.set(firmId, [...own, { draw }]);
    void drawInTurn();
  });
}

/** Draws what waits, one of each firm after another, until nothing does. */
async function drawInTurn(): Promise<void> {
  if (held.drawing) return;
  held.drawing = true;
  for (let next = held.turns.entries().next(); !next.done; next = held.turns.entries().next()) {
    const [firmId, [first, ...rest]] = next.value;
    // To the end of the row, with what it has left.
    held.turns.delete(firmId);
    if (rest.length > 0) held.turns.set(firmId, rest);
    await first?.draw();
  }
  held.drawing = false;
}

async function printNow(asked: PrintAsked): Promise<Buffer> {
  const thread = (held.thread ??= begin());
  const { worker } = thread;
  worker.ref();
  try {
    const task = await thread.ready;
    return await drawn(worker, task, asked);
  } catch (error) {
    // What was only badly drawn leaves the thread as it was: the next document finds it warm.
    if (!(error instanceof NotPrinted) || error instanceof ThreadLost || error instanceof TooMuch) {
      if (held.thread === thread) held.thread = null;
      void worker.terminate();
    }
    throw error instanceof NotPrinted ? error : new ThreadLost('It could not be printed.');
  } finally {
    worker.unref();
  }
}
/** It took more than a document may: the thread is ended with it. */
class TooMuch extends NotPrinted {}

function drawn(worker: Worker, task: string | null, asked: PrintAsked): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const beganAt = Date.now();
    const began = processorMillis(task);
    const end = (settle: () => void) => {
      clearInterval(looking);
      worker.off('message', onMessage).off('error', onError).off('exit', onExit);
      settle();
    };
    const onMessage = (answer: Answer) => {
      if ('ready' in answer) return;
      if ('problem' in answer) end(() => reject(new NotPrinted(`It could not be printed: ${answer.problem}`)));
      else end(() => resolve(Buffer.from(answer.pdf)));
    };
    const onError = (error: Error & { code?: string }) =>
      end(() =>
        reject(
          error.code === 'ERR_WORKER_OUT_OF_MEMORY'
            ? new TooMuch('It needed too much memory to be printed.')
            : new ThreadLost(`It could not be printed: ${error.message}`),
        ),
      );
    const onExit = () => end(() => reject(new ThreadLost('It could not be printed.')));
    const looking = setInterval(() => {
      const now = processorMillis(task);
      const used = began !== null && now !== null ? now - began : 0;
      if (used > mostProcessorMillis || Date.now() - beganAt > mostMillis)
        end(() => reject(new TooMuch('It took too long to print.')));
    }, lookMillis);
    worker.on('message', onMessage).on('error', onError).on('exit', onExit);
    worker.postMessage(asked);
  });
}

/** Processor time a task of this process has had, in milliseconds; null where the system does not tell. */
function processorMillis(task: string | null): number | null {
  if (!task) return null;
  try {
    const stat = readFileSync(`/proc/${task}/stat`, 'utf8');
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
    // Clock ticks of a hundredth of a second, in user and in system time.
    return (Number(fields[11]) + Number(fields[12])) * 10;
  } catch {
    return null;
  }
}

function begin(): Thread {
  const worker = new Worker(join(/* turbopackIgnore: true */ process.cwd(), 'src/print/print-thread.mjs'), {
    execArgv: ['--conditions=react-server'],
    resourceLimits: { maxOldGenerationSizeMb: mostMegabytes },
  });
  // What is being ended may still say how, when nobody listens any more.
  worker.on('error', () => undefined);
  const ready = new Promise<string | null>((resolve, reject) => {
    const lost = () => reject(new ThreadLost('The thread that prints did not begin.'));
    const limit = setTimeout(lost, mostMillis);
    limit.unref();
    worker.once('error', lost);
    worker.once('exit', lost);
    worker.on('message', (answer: Answer) => {
      if (!('ready' in answer)) return;
      clearTimeout(limit);
      resolve(answer.task);
    });
  });
  // One that ends while nothing is drawn is not handed the next document: nothing would come back from it.
  worker.once('exit', () => {
    if (held.thread?.worker === worker) held.thread = null;
  });
  // Nobody may be waiting for it yet.
  ready.catch(() => undefined);
  worker.unref();
  return { worker, ready };
}

/** Ends the thread: for commands and tests that are done. */
export async function endPrinting(): Promise<void> {
  const { thread } = held;
  held.thread = null;
  await thread?.worker.terminate();
}
