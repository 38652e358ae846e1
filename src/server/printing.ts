import 'server-only';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { PrintAsked } from '../print/print-asked';

/** The longest a document may take, and the most it may hold in memory, before it is given up. */
const mostMillis = 15_000;
const mostMegabytes = 384;
const mostWaiting = 40;

/** A document that could not be printed: nothing of it is kept, and others go on. */
export class NotPrinted extends Error {}

type Answer = { readonly pdf: Uint8Array } | { readonly problem: string };

const holder = globalThis as typeof globalThis & { ledgerPrinter?: { worker: Worker | null; waiting: number } };
const held = (holder.ledgerPrinter ??= { worker: null, waiting: 0 });
let last: Promise<unknown> = Promise.resolve();

/** How many documents are being printed or wait for it, in this process. */
export const printingWaits = (): number => held.waiting;

/**
 * Prints a document in a thread of its own, one after another. Throws `NotPrinted` where it takes too long, needs too
 * much or cannot be drawn; the thread is then given up and the next document gets a new one.
 */
export function print(asked: PrintAsked): Promise<Buffer> {
  if (held.waiting >= mostWaiting)
    return Promise.reject(new NotPrinted('Too many documents are being printed. Try again in a minute.'));
  held.waiting += 1;
  const printed = last.then(() => printNow(asked)).finally(() => (held.waiting -= 1));
  last = printed.catch(() => undefined);
  return printed;
}

function printNow(asked: PrintAsked): Promise<Buffer> {
  const worker = (held.worker ??= begin());
  worker.ref();
  return new Promise((resolve, reject) => {
    const stopListening = () => {
      clearTimeout(limit);
      worker.off('message', onMessage).off('error', onError).off('exit', onExit);
      worker.unref();
    };
    const giveUp = (problem: string) => {
      stopListening();
      if (held.worker === worker) held.worker = null;
      // What is being ended may still say how: nobody listens.
      worker.on('error', () => undefined);
      void worker.terminate();
      reject(new NotPrinted(problem));
    };
    const onMessage = (answer: Answer) => {
      if ('problem' in answer) return giveUp(`It could not be printed: ${answer.problem}`);
      stopListening();
      resolve(Buffer.from(answer.pdf));
    };
    const onError = (error: Error & { code?: string }) =>
      giveUp(
        error.code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? 'It needed too much memory to be printed.'
          : `It could not be printed: ${error.message}`,
      );
    const onExit = () => giveUp('It could not be printed.');
    const limit = setTimeout(() => giveUp('It took too long to print.'), mostMillis);
    worker.on('message', onMessage).on('error', onError).on('exit', onExit);
    worker.postMessage(asked);
  });
}

const begin = (): Worker =>
  new Worker(join(/* turbopackIgnore: true */ process.cwd(), 'src/print/print-thread.mjs'), {
    execArgv: ['--conditions=react-server'],
    resourceLimits: { maxOldGenerationSizeMb: mostMegabytes },
  });

/** Ends the thread: for commands and tests that are done. */
export async function endPrinting(): Promise<void> {
  const { worker } = held;
  held.worker = null;
  await worker?.terminate();
}
