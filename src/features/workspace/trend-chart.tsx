'use client';

import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';

export type TrendPoint = { readonly at: string; readonly value: number; readonly isToday: boolean };

/** One result over the visits, under or above its limit: the last mark is today's. */
export function TrendChart({
  points,
  limit,
  unit,
}: {
  points: readonly TrendPoint[];
  limit: number | null;
  unit: string;
}) {
  const figures = points.map(({ value }) => value);
  const most = Math.max(...figures, ...(limit !== null && limit < Math.max(...figures) * 4 ? [limit] : []));
  return (
    <figure aria-label={`Over the visits, in ${unit}: ${points.map(({ at, value }) => `${at} ${value}`).join(', ')}`}>
      <div className="h-24" aria-hidden>
        <ResponsiveContainer width="100%" height="100%" minWidth={0}>
          <LineChart accessibilityLayer={false} data={[...points]} margin={{ top: 6, right: 8, bottom: 0, left: -24 }}>
            <CartesianGrid stroke="var(--rule)" vertical={false} />
            <XAxis dataKey="at" tick={{ fill: 'var(--faint)', fontSize: 11 }} stroke="var(--rule-strong)" />
            <YAxis
              tick={{ fill: 'var(--faint)', fontSize: 11 }}
              stroke="var(--rule-strong)"
              domain={[0, Number((most * 1.1).toPrecision(2))]}
              tickCount={3}
            />
            {limit !== null && <ReferenceLine y={limit} stroke="var(--ink)" strokeWidth={2} />}
            <Line
              dataKey="value"
              stroke="var(--ink)"
              strokeWidth={1.5}
              dot={{ r: 3, fill: 'var(--paper)', stroke: 'var(--ink)' }}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="text-xs text-faint">
        {unit} over the visits{limit !== null && '; — the limit'}
      </figcaption>
    </figure>
  );
}
