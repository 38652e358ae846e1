import { packWorkedTo } from '../core/edition/editions';
import type { OwnEdition } from '../core/edition/own-edition';
import type { EditionId } from '../core/edition/pack';
import { type RingCableSizes, ringReport } from '../core/measurements/ring/circuit';
import type { RingReadings } from '../core/measurements/ring/evidence';
import type { RingReport } from '../core/measurements/ring/explain';

/** What a page asks the worker: what a ring's readings come to. */
export type RingQuestion = {
  readonly id: number;
  readonly readings: RingReadings;
  readonly cable: RingCableSizes | null;
  readonly edition: EditionId;
  readonly ownEdition: OwnEdition | null;
};
export type RingAnswer = { readonly id: number; readonly report: RingReport | null };

self.addEventListener('message', ({ data }: MessageEvent<RingQuestion>) => {
  const report = ringReport(data.readings, data.cable, packWorkedTo(data.edition, data.ownEdition));
  self.postMessage({ id: data.id, report } satisfies RingAnswer);
});
