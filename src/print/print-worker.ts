import { parentPort } from 'node:worker_threads';
import { layoutOf } from './layouts/registry';
import type { PrintAsked } from './print-asked';

/** Prints one document after another, away from the thread that serves. */
parentPort?.on('message', ({ kind, model, sealed, at }: PrintAsked) => {
  Promise.resolve()
    .then(() => layoutOf(kind)(model, sealed, at))
    .then(
      (pdf) => parentPort?.postMessage({ pdf }),
      (error: unknown) => parentPort?.postMessage({ problem: error instanceof Error ? error.message : String(error) }),
    );
});
