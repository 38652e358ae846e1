'use client';

import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';

type Props = {
  /** Everything the drawing shows, in words. */
  readonly label: string;
  readonly points: readonly { readonly at: string; readonly value: number }[];
  /** Lines it is held against. */
  readonly limits: readonly number[];
  readonly from: number;
  readonly to: number;
};

/** One figure over time between or under its limits. */
export function FigureChart({ label, points, limits, from, to }: Props) {
  return (
    <div role="img" aria-label={label} className="h-24">
      <ResponsiveContainer width="100%" height="100%" minWidth={0}>
        <LineChart accessibilityLayer={false} data={[...points]} margin={{ top: 6, right: 8, bottom: 0, left: -22 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis dataKey="at" tick={{ fill: 'var(--faint)', fontSize: 11 }} stroke="var(--rule-strong)" />
          <YAxis
            tick={{ fill: 'var(--faint)', fontSize: 11 }}
            stroke="var(--rule-strong)"
            domain={[from, to]}
            tickCount={3}
          />
          {limits.map((limit) => (
            <ReferenceLine key={limit} y={limit} stroke="var(--ink)" strokeWidth={2} />
          ))}
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
  );
}
