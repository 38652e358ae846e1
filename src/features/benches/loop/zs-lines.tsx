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

/** Zs at one point, as it is drawn: the highest has a mark of its own. */
export type ZsMark = {
  readonly number: number;
  readonly expected: number | null;
  readonly read: number | null;
  readonly worst: number | null;
};

type Props = {
  readonly marks: readonly ZsMark[];
  readonly top: number;
  readonly limitOhms: number | null;
  readonly ambientOhms: number | null;
};

/** The drawing of Zs along a circuit. */
export function ZsLines({ marks, top, limitOhms, ambientOhms }: Props) {
  return (
    <ResponsiveContainer width="100%" height="100%" minWidth={0}>
      <ComposedChart accessibilityLayer={false} data={[...marks]} margin={{ top: 6, right: 8, bottom: 0, left: -18 }}>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis dataKey="number" tick={{ fill: 'var(--faint)', fontSize: 12 }} stroke="var(--rule-strong)" />
        <YAxis
          tick={{ fill: 'var(--faint)', fontSize: 12 }}
          stroke="var(--rule-strong)"
          domain={[0, top]}
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
  );
}
