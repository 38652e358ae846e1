import type { Visit } from '../core/practice/visit';
import type { PlayAsked, Played } from '../workers/practice.worker';

/** How a practice dwelling is gone through, played beside the page. Rejects where its script does not come. */
export function playPractice(house: string): Promise<Visit> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('../workers/practice.worker.ts', import.meta.url), { type: 'module' });
    const done = () => worker.terminate();
    worker.addEventListener('message', ({ data }: MessageEvent<Played>) => {
      done();
      if (data.visit) resolve(data.visit);
      else reject(new Error('There is no such house.'));
    });
    worker.addEventListener('error', () => {
      done();
      reject(new Error('It could not be loaded: look again with a network.'));
    });
    worker.postMessage({ house } satisfies PlayAsked);
  });
}
