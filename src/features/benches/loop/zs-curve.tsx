'use client';

import { memo } from 'react';
import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from 'recharts';
import type { Point } from '../../../core/installation/point';
import { type ReadingValue, figureOf } from '../../../core/quantity/reading-value';
import { toNumber } from '../../../core/quantity/exact';

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
  const drawn = rows.map(({ point, read, expected }, index) => {
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
        <ResponsiveContainer width="100%" height="100%" minWidth={0}>
          <ComposedChart accessibilityLayer={false} data={drawn} margin={{ top: 6, right: 8, bottom: 0, left: -18 }}>
            <CartesianGrid stroke="var(--rule)" vertical={false} />
            <XAxis dataKey="number" tick={{ fill: 'var(--faint)', fontSize: 12 }} stroke="var(--rule-strong)" />
            <YAxis
              tick={{ fill: 'var(--faint)', fontSize: 12 }}
              stroke="var(--rule-strong)"
              domain={[0, Number(top.toPrecision(2))]}
              unit=" Ω"
              width={70}
            />
            {limitOhms !== null && <ReferenceLine y={limitOhms} stroke="var(--ink)" strokeWidth={2} />}
            {ambientOhms !== null && <ReferenceLine y={ambientOhms} stroke="var(--ink)" strokeDasharray="6 4" />}
            <Line
              dataKey="expected"
              stroke="var(--rule-strong)"
              strokeDasharray="2 3"
              dot={false}
              connectNulls
              isAnimationActive={false}
            />
            <Scatter
              dataKey="read"
              shape="circle"
              fill="var(--paper)"
              stroke="var(--ink)"
              strokeWidth={1.5}
              isAnimationActive={false}
            />
            <Scatter dataKey="worst" shape="square" fill="var(--ink)" isAnimationActive={false} />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="text-xs text-faint">
        ○ read, ■ the highest, {worst ?? 'none yet'}
        {limitOhms !== null && '; — the limit, – – what a reading at ambient may be'}; ·· Ze + (R1+R2)
      </figcaption>
    </figure>
  );
});
