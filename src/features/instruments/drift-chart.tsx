'use client';

import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { Bounds } from '../../core/firm/accuracy';

type Props = {
  readonly name: string;
  readonly unit: string;
  readonly points: readonly { readonly on: string; readonly value: number }[];
  readonly bounds: Bounds | null;
};

/** What one reference read over the checks, between the bounds it has to stay in. */
export function DriftChart({ name, unit, points, bounds }: Props) {
  const figures = [...points.map(({ value }) => value), ...(bounds ? [bounds.low, bounds.high] : [])];
  const [low, high] = [Math.min(...figures), Math.max(...figures)];
  const room = (high - low || high || 1) * 0.2;
  const round = (value: number) => Number(value.toPrecision(3));
  return (
    <figure aria-label={`${name}: ${points.map(({ on, value }) => `${on} ${value} ${unit}`).join(', ')}`}>
      <figcaption className="text-sm font-semibold">
        {name}
        {bounds && (
          <span className="font-normal text-faint">
            {' '}
            {round(bounds.low)} to {round(bounds.high)} {unit}
          </span>
        )}
      </figcaption>
      <div className="h-28" aria-hidden>
        <ResponsiveContainer width="100%" height="100%" minWidth={0}>
          <LineChart accessibilityLayer={false} data={[...points]} margin={{ top: 6, right: 8, bottom: 0, left: -20 }}>
            <CartesianGrid stroke="var(--rule)" vertical={false} />
            <XAxis dataKey="on" tick={{ fill: 'var(--faint)', fontSize: 11 }} stroke="var(--rule-strong)" />
            <YAxis
              tick={{ fill: 'var(--faint)', fontSize: 11 }}
              stroke="var(--rule-strong)"
              domain={[Math.max(0, round(low - room)), round(high + room)]}
              tickCount={3}
            />
            {bounds && <ReferenceLine y={bounds.low} stroke="var(--ink)" strokeWidth={2} />}
            {bounds && <ReferenceLine y={bounds.high} stroke="var(--ink)" strokeWidth={2} />}
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
    </figure>
  );
}
