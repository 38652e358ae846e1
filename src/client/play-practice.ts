import type { Act } from '../core/practice/act';
import type { Visit } from '../core/practice/visit';
import type { VisitAsked, VisitGone } from '../workers/practice.worker';

/** How a practice dwelling is gone through, beside the page: played by one who knows. Rejects where its script does not come. */
export const playPractice = (house: string, documents: readonly string[]): Promise<Visit> =>
  gone({ house, acts: null, documents });

/** A visit after all these acts, beside the page. Rejects where its script does not come. */
export const replayPractice = (house: string, acts: readonly Act[]): Promise<Visit> => gone({ house, acts });

function gone(asked: VisitAsked): Promise<Visit> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('../workers/practice.worker.ts', import.meta.url), { type: 'module' });
    const done = () => worker.terminate();
    worker.addEventListener('message', ({ data }: MessageEvent<VisitGone>) => {
      done();
      if (data.visit) resolve(data.visit);
      else reject(new Error('There is no such property.'));
    });
    worker.addEventListener('error', () => {
      done();
      reject(new Error('It could not be loaded. Try again when online.'));
    });
    worker.postMessage(asked);
  });
}
