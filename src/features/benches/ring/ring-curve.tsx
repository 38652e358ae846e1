'use client';

import { lazy, memo } from 'react';
import type { Point } from '../../../core/installation/point';
import type { RingReading, RingReadings } from '../../../core/measurements/ring/evidence';
import { expectedOnRing } from '../../../core/measurements/ring/expected';
import { Late } from '../../../ui/late';
import type { RingMark } from './ring-lines';

const RingLines = lazy(() => import('./ring-lines').then((module) => ({ default: module.RingLines })));

const figure = (reading: RingReading | null | undefined): number | null =>
  typeof reading === 'number'
    ? reading
    : reading && typeof reading === 'object'
      ? (reading.low + reading.high) / 2
      : null;

/** Readings along the ring over what a sound one would read: what stands out is what to look at. */
export const RingCurve = memo(function RingCurve({
  points,
  readings,
}: {
  points: readonly Point[];
  readings: RingReadings;
}) {
  const [r1, rn, r2] = [figure(readings.ends.r1), figure(readings.ends.rn), figure(readings.ends.r2)];
  const main = points.filter((point) => !point.spur);
  const rows = points.map((point, index): RingMark => {
    const x = (main.filter((each) => each.order <= point.order).length || 1) / (main.length + 1);
    return {
      number: index + 1,
      expected2: r1 !== null && rn !== null ? expectedOnRing(r1, rn, x) : null,
      expected3: r1 !== null && r2 !== null ? expectedOnRing(r1, r2, x) : null,
      step2: figure(readings.step2[index]),
      step3: figure(readings.step3[index]),
      sameSide: figure(readings.sameSide?.[index]),
    };
  });
  if (!rows.some((row) => row.step2 !== null || row.step3 !== null)) return null;
  const spoken = rows
    .filter((row) => row.step3 !== null)
    .map((row) => `point ${row.number} ${row.step3} against ${row.expected3?.toFixed(2) ?? 'nothing'}`)
    .join(', ');
  return (
    <figure aria-label={`Readings along the ring over what a sound one reads. Step 3: ${spoken}`}>
      <div className="h-44" aria-hidden>
        <Late>
          <RingLines marks={rows} />
        </Late>
      </div>
      <figcaption className="text-xs text-faint">
        ○ step 2, ■ step 3{rows.some((row) => row.sameSide !== null) && ', ▲ same side'}; lines: a sound ring of these
        ends, step 2 dashed
      </figcaption>
    </figure>
  );
});
