'use client';

import { lazy, memo } from 'react';
import type { Point } from '../../../core/installation/point';
import { type ReadingValue, figureOf } from '../../../core/quantity/reading-value';
import { toNumber } from '../../../core/quantity/exact';
import { Late } from '../../../ui/late';
import type { ZsMark } from './zs-lines';

const ZsLines = lazy(() => import('./zs-lines').then((module) => ({ default: module.ZsLines })));

type Row = { readonly point: Point; readonly read: ReadingValue | null; readonly expected: number | null };

const numberOf = (value: ReadingValue | null): number | null => {
  const figure = value && figureOf(value);
  return figure ? toNumber(figure) : null;
};

/** Zs along a circuit beside what Ze and R1+R2 let expect, under its limit: what stands out, and how near it comes. */
export const ZsCurve = memo(function ZsCurve({
  rows,
  limitOhms,
  ambientOhms,
  worst,
}: {
  rows: readonly Row[];
  limitOhms: number | null;
  ambientOhms: number | null;
  worst: string | null;
}) {
  const drawn = rows.map(({ point, read, expected }, index): ZsMark => {
    const ohms = numberOf(read);
    const isWorst = point.name === worst;
    return {
      number: index + 1,
      expected,
      read: isWorst ? null : ohms,
      worst: isWorst ? ohms : null,
    };
  });
  const figures = drawn.flatMap((row) => [row.read, row.worst].filter((each): each is number => each !== null));
  if (figures.length === 0) return null;
  const most = Math.max(...figures);
  const top = limitOhms !== null && limitOhms < most * 6 ? Math.max(most, limitOhms) * 1.08 : most * 1.25;
  const spoken = rows
    .flatMap(({ point, read }) => (numberOf(read) === null ? [] : [`${point.name} ${numberOf(read)}`]))
    .join(', ');
  return (
    <figure
      aria-label={`Zs along the circuit, in ohm: ${spoken}${limitOhms === null ? '' : `; limit ${limitOhms.toFixed(2)}`}`}
    >
      <div className="h-44" aria-hidden>
        <Late>
          <ZsLines marks={drawn} top={Number(top.toPrecision(2))} limitOhms={limitOhms} ambientOhms={ambientOhms} />
        </Late>
      </div>
      <figcaption className="text-xs text-faint">
        ○ read, ■ the highest, {worst ?? 'none yet'}
        {limitOhms !== null && '; — the limit, – – what a reading at ambient may be'}; ·· Ze + (R1+R2)
      </figcaption>
    </figure>
  );
});
