import { CartesianGrid, ComposedChart, Line, ResponsiveContainer, Scatter, XAxis, YAxis } from 'recharts';

/** One point of a ring as it is drawn. */
export type RingMark = {
  readonly number: number;
  readonly expected2: number | null;
  readonly expected3: number | null;
  readonly step2: number | null;
  readonly step3: number | null;
  readonly sameSide: number | null;
};

/** The drawing of the readings along a ring. */
export function RingLines({ marks }: { readonly marks: readonly RingMark[] }) {
  return (
    <ResponsiveContainer width="100%" height="100%" minWidth={0}>
      <ComposedChart accessibilityLayer={false} data={[...marks]} margin={{ top: 6, right: 8, bottom: 0, left: -18 }}>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis dataKey="number" tick={{ fill: 'var(--faint)', fontSize: 12 }} stroke="var(--rule-strong)" />
        <YAxis
          tick={{ fill: 'var(--faint)', fontSize: 12 }}
          stroke="var(--rule-strong)"
          domain={[0, 'auto']}
          unit=" Ω"
          width={70}
        />
        <Line
          dataKey="expected2"
          stroke="var(--rule-strong)"
          strokeDasharray="5 4"
          dot={false}
          isAnimationActive={false}
        />
        <Line dataKey="expected3" stroke="var(--rule-strong)" dot={false} isAnimationActive={false} />
        <Scatter
          dataKey="step2"
          shape="circle"
          fill="var(--paper)"
          stroke="var(--ink)"
          strokeWidth={1.5}
          isAnimationActive={false}
        />
        <Scatter dataKey="step3" shape="square" fill="var(--ink)" isAnimationActive={false} />
        <Scatter dataKey="sameSide" shape="triangle" fill="var(--faint)" isAnimationActive={false} />
      </ComposedChart>
    </ResponsiveContainer>
  );
}
