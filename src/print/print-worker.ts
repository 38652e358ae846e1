import { readlinkSync } from 'node:fs';
import { parentPort } from 'node:worker_threads';
import { labelsPdf } from './labels';
import { layoutOf } from './layouts/registry';
import { letterPdf } from './letter';
import { noticePdf } from './notice';
import { offerPdf } from './offer';
import type { PrintAsked } from './print-asked';

const make = (asked: PrintAsked): Promise<Buffer> =>
  'labels' in asked
    ? labelsPdf(asked.labels, asked.paper, asked.at)
    : 'notice' in asked
      ? noticePdf(asked.notice, asked.at)
      : 'letter' in asked
        ? letterPdf(asked.letter, asked.at)
        : 'offer' in asked
          ? offerPdf(asked.offer, asked.at)
          : layoutOf(asked.kind)(asked.model, asked.sealed, asked.at, asked.pictures);

/** This thread among the tasks of its process, as the system knows it; null where it does not say. */
function ownTask(): string | null {
  try {
    return readlinkSync('/proc/thread-self');
  } catch {
    return null;
  }
}

/** Prints one after another, away from the thread that serves. */
parentPort?.on('message', (asked: PrintAsked) => {
  Promise.resolve()
    .then(() => make(asked))
    .then(
      (pdf) => parentPort?.postMessage({ pdf }),
      (error: unknown) => parentPort?.postMessage({ problem: error instanceof Error ? error.message : String(error) }),
    );
});
parentPort?.postMessage({ ready: true, task: ownTask() });
