import { conductorResistance } from '../../edition/conductor-resistance';
import type { EditionPack } from '../../edition/pack';
import type { Measure } from '../../installation/slot';
import type { Point } from '../../installation/point';
import { type Way, metalOfWay } from '../../installation/way';
import { valueAt } from '../../job/governing';
import { pointsOf } from '../../job/job';
import type { JobView } from '../../job/view';
import { exact, toNumber } from '../../quantity/exact';
import { type ReadingValue, figureOf } from '../../quantity/reading-value';
import { diagnoseRing } from './diagnose';
import type { RingReading, RingReadings } from './evidence';
import { type RingReport, explainRing } from './explain';
import {
  ringR1,
  ringR2,
  ringRn,
  sameSide,
  step2,
  step2LineCpc,
  step2NeutralCpc,
  step3,
  step3LineNeutral,
  step3NeutralCpc,
} from './slots';

/** A ring as a job holds it: its points in order with what was read at each. */
export type RingOfWay = { readonly points: readonly Point[]; readonly readings: RingReadings };

/** Pairs tried beside those of a step, to tell what is reversed from what is not connected. */
const otherPairs = [
  { test: step2NeutralCpc, step: 2, pair: ['N', 'C'] },
  { test: step2LineCpc, step: 2, pair: ['L', 'C'] },
  { test: step3NeutralCpc, step: 3, pair: ['N', 'C'] },
  { test: step3LineNeutral, step: 3, pair: ['L', 'N'] },
] as const;

const asRingReading = (value: ReadingValue | null): RingReading | null => {
  if (!value) return null;
  if (value.is === 'open' || value.is === 'over') return 'open';
  if (value.is === 'unstable') return { low: Number(value.low), high: Number(value.high) };
  return value.is === 'number' ? toNumber(exact(value.shown)) : null;
};

/** The readings of a ring's way for the diagnosis: ends of the way, steps 2 and 3 of its points along the cable. */
export function ringOfWay(view: JobView, way: Way): RingOfWay {
  const { pack } = view;
  const points = pointsOf(view.job, way.id);
  const ofWay = (measured: Measure) => asRingReading(valueAt(view, { of: 'way', id: way.id }, measured));
  const ofPoint = (point: Point, measured: Measure) =>
    asRingReading(valueAt(view, { of: 'point', id: point.id }, measured));
  const live = way.liveCsaMm2 ? conductorResistance(pack, metalOfWay(way), way.liveCsaMm2) : null;
  const cpc = way.cpcCsaMm2 ? conductorResistance(pack, 'copper', way.cpcCsaMm2) : null;
  return {
    points,
    readings: {
      sockets: points.length,
      ordered: true,
      ends: { r1: ofWay(ringR1), rn: ofWay(ringRn), r2: ofWay(ringR2) },
      step2: points.map((point) => ofPoint(point, step2)),
      step3: points.map((point) => ofPoint(point, step3)),
      sameSide: points.some((point) => ofPoint(point, sameSide) !== null)
        ? points.map((point) => ofPoint(point, sameSide))
        : undefined,
      tried: points.flatMap((point, socket) =>
        otherPairs.flatMap(({ test, step, pair }) => {
          const reading = ofPoint(point, test);
          return reading === null ? [] : [{ socket, step, pair, reading }];
        }),
      ),
      cableRatio: live && cpc ? toNumber(cpc) / toNumber(live) : undefined,
    },
  };
}

/** The cable of a ring, where both its sizes are known. */
export const ringCableOf = (way: Way): RingCableSizes | null =>
  way.liveCsaMm2 && way.cpcCsaMm2 ? { liveMm2: way.liveCsaMm2, cpcMm2: way.cpcCsaMm2 } : null;

export type RingCableSizes = { readonly liveMm2: number; readonly cpcMm2: number };

/** What a ring's readings come to; null while fewer than four stand: too little to explain. */
export function ringReport(readings: RingReadings, cable: RingCableSizes | null, pack: EditionPack): RingReport | null {
  const diagnosis = diagnoseRing(readings);
  return diagnosis.readings < 4 ? null : explainRing(diagnosis, readings, cable, pack);
}

/** The highest R1+R2 of a ring by step 3, as it was shown, and the point it was read at. */
export function highestStep3(view: JobView, way: Way): { readonly value: ReadingValue; readonly point: Point } | null {
  let highest: { value: ReadingValue; point: Point; ohms: number } | null = null;
  for (const point of pointsOf(view.job, way.id)) {
    const value = valueAt(view, { of: 'point', id: point.id }, step3);
    const figure = value && figureOf(value);
    const ohms = figure ? toNumber(figure) : null;
    if (value && ohms !== null && (!highest || ohms > highest.ohms)) highest = { value, point, ohms };
  }
  return highest;
}
