import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { Figures } from './figure-chart';

/** The drawing of a figure chart. */
export function FigureLines({ points, limits, from, to }: Figures) {
  return (
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
  );
}
