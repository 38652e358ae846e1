import { conductorResistance } from '../edition/conductor-resistance';
import type { EditionPack } from '../edition/pack';
import { slotKey } from '../installation/measurement';
import type { Point } from '../installation/point';
import type { Way } from '../installation/way';
import { governing } from '../ledger/governing';
import { type Job, pointsOf } from '../ledger/job';
import { exact, toNumber } from '../quantity/exact';
import { type ReadingValue, figureOf } from '../quantity/reading-value';
import { diagnoseRing } from '../ring/diagnose';
import type { RingReading, RingReadings } from '../ring/evidence';
import { type RingReport, explainRing } from '../ring/explain';

/** A ring as a job holds it: its points in order with what was read at each. */
export type RingOfWay = { readonly points: readonly Point[]; readonly readings: RingReadings };

/** Pairs tried beside those of a step, to tell what is reversed from what is not connected. */
const otherPairs = [
  { test: 'ring-step2-nc', step: 2, pair: ['N', 'C'] },
  { test: 'ring-step2-lc', step: 2, pair: ['L', 'C'] },
  { test: 'ring-step3-nc', step: 3, pair: ['N', 'C'] },
  { test: 'ring-step3-ln', step: 3, pair: ['L', 'N'] },
] as const;

const asRingReading = (value: ReadingValue | undefined): RingReading | null => {
  if (!value) return null;
  if (value.is === 'open' || value.is === 'over') return 'open';
  if (value.is === 'unstable') return { low: Number(value.low), high: Number(value.high) };
  return value.is === 'number' ? toNumber(exact(value.shown)) : null;
};

/** The readings of a ring's way for the diagnosis: ends of the way, steps 2 and 3 of its points along the cable. */
export function ringOfWay(job: Job, pack: EditionPack, way: Way): RingOfWay {
  const points = pointsOf(job, way.id);
  const ofWay = (test: 'ring-r1' | 'ring-rn' | 'ring-r2') => asRingReading(governing(job, slotKey({ of: 'way', id: way.id }, test))?.body.value);
  const ofPoint = (point: Point, test: 'ring-step2' | 'ring-step3' | 'ring-same-side') => asRingReading(governing(job, slotKey({ of: 'point', id: point.id }, test))?.body.value);
  const live = way.liveCsaMm2 ? conductorResistance(pack, 'copper', way.liveCsaMm2) : null;
  const cpc = way.cpcCsaMm2 ? conductorResistance(pack, 'copper', way.cpcCsaMm2) : null;
  return {
    points,
    readings: {
      sockets: points.length,
      ordered: true,
      ends: { r1: ofWay('ring-r1'), rn: ofWay('ring-rn'), r2: ofWay('ring-r2') },
      step2: points.map((point) => ofPoint(point, 'ring-step2')),
      step3: points.map((point) => ofPoint(point, 'ring-step3')),
      sameSide: points.some((point) => ofPoint(point, 'ring-same-side') !== null) ? points.map((point) => ofPoint(point, 'ring-same-side')) : undefined,
      tried: points.flatMap((point, socket) => otherPairs.flatMap(({ test, step, pair }) => {
        const reading = asRingReading(governing(job, slotKey({ of: 'point', id: point.id }, test))?.body.value);
        return reading === null ? [] : [{ socket, step, pair, reading }];
      })),
      cableRatio: live && cpc ? toNumber(cpc) / toNumber(live) : undefined,
    },
  };
}

/** What a ring's readings come to; null while fewer than four stand: too little to explain. */
export function ringReport(job: Job, pack: EditionPack, way: Way): RingReport | null {
  const { readings } = ringOfWay(job, pack, way);
  const diagnosis = diagnoseRing(readings);
  if (diagnosis.readings < 4) return null;
  return explainRing(diagnosis, readings, way.liveCsaMm2 && way.cpcCsaMm2 ? { liveMm2: way.liveCsaMm2, cpcMm2: way.cpcCsaMm2 } : null, pack);
}

/** The highest R1+R2 of a ring by step 3, as it was shown, and the point it was read at. */
export function highestStep3(job: Job, way: Way): { readonly value: ReadingValue; readonly point: Point } | null {
  let highest: { value: ReadingValue; point: Point; ohms: number } | null = null;
  for (const point of pointsOf(job, way.id)) {
    const value = governing(job, slotKey({ of: 'point', id: point.id }, 'ring-step3'))?.body.value;
    const figure = value && figureOf(value);
    const ohms = figure ? toNumber(figure) : null;
    if (value && ohms !== null && (!highest || ohms > highest.ohms)) highest = { value, point, ohms };
  }
  return highest;
}
