import type { Point } from '../../../core/installation/point';
import type { RingReading } from '../../../core/measurements/ring/evidence';
import type { RingExplanation } from '../../../core/measurements/ring/explain';

const width = 640;
const height = 300;
const centre = { x: 320, y: 146, rx: 206, ry: 92 };

/** Degrees along the ring: leg A leaves the board at the bottom on the left, leg B comes back on the right. */
const angleOf = (share: number): number => ((106 + 328 * share) * Math.PI) / 180;
const at = (share: number, out = 0) => ({
  x: centre.x + (centre.rx + out) * Math.cos(angleOf(share)),
  y: centre.y + (centre.ry + out * 0.72) * Math.sin(angleOf(share)),
});
const arc = (from: number, to: number): string =>
  Array.from({ length: 73 }, (_, i) => at(from + ((to - from) * i) / 72))
    .map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`)
    .join(' ');
const show = (reading: RingReading | null): string =>
  reading === null
    ? '·'
    : reading === 'open'
      ? 'open'
      : typeof reading === 'number'
        ? reading.toFixed(2)
        : `${reading.low.toFixed(2)}–${reading.high.toFixed(2)}`;

type Props = {
  points: readonly Point[];
  step2: readonly (RingReading | null)[];
  step3: readonly (RingReading | null)[];
  suspect: RingExplanation | null;
};

/** The ring as it runs: board, legs, each point with its two readings, and the place the leading explanation names. */
export function RingDrawing({ points, step2, step3, suspect }: Props) {
  const share = (index: number) => (index + 1) / (points.length + 1);
  const marked = suspect && suspect.kind !== 'healthy' ? suspect : null;
  const isBetween = marked?.place?.startsWith('between') ?? false;
  const [first = 0, second = first] = marked?.sockets ?? [];
  const section = isBetween
    ? marked?.sockets.length === 1
      ? marked.place?.includes('leg A')
        ? [0, share(0)]
        : [share(points.length - 1), 1]
      : [share(first - 1), share(second - 1)]
    : null;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`The ring with ${points.length} points${marked ? `; ${marked.title} ${marked.place ?? ''}` : ''}`}
      className="w-full max-w-xl"
    >
      <path d={arc(0, 1)} fill="none" stroke="var(--rule-strong)" strokeWidth={3} />
      {section && (
        <path
          d={arc(section[0] ?? 0, section[1] ?? 1)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={7}
          strokeDasharray="3 5"
        />
      )}
      <rect x={centre.x - 46} y={height - 34} width={92} height={28} fill="var(--sheet)" stroke="var(--ink)" />
      <text x={centre.x} y={height - 15} textAnchor="middle" fontSize={14} fill="var(--ink)">
        A board B
      </text>
      {[0, 1].map((end) => {
        const { x, y } = at(end);
        return (
          <line
            key={end}
            x1={x}
            y1={y}
            x2={centre.x + (end === 0 ? -34 : 34)}
            y2={height - 34}
            stroke="var(--rule-strong)"
            strokeWidth={3}
          />
        );
      })}
      {points.map((point, index) => {
        const { x, y } = at(share(index));
        const label = at(share(index), 18);
        const side = Math.cos(angleOf(share(index)));
        const anchor = side < -0.35 ? 'end' : side > 0.35 ? 'start' : 'middle';
        const lift = Math.sin(angleOf(share(index))) < -0.5 ? -14 : 0;
        const isMarked = !isBetween && (marked?.sockets.includes(index + 1) ?? false);
        return (
          <g key={point.id}>
            <circle
              cx={x}
              cy={y}
              r={isMarked ? 9 : 5.5}
              fill={isMarked ? 'var(--paper)' : 'var(--ink)'}
              stroke="var(--ink)"
              strokeWidth={isMarked ? 3 : 1}
            />
            <text x={label.x} y={label.y - 3 + lift} textAnchor={anchor} fontSize={12} fill="var(--faint)">
              {index + 1}
            </text>
            <text
              x={label.x}
              y={label.y + 11 + lift}
              textAnchor={anchor}
              fontSize={13}
              fontWeight={600}
              fill="var(--ink)"
            >
              {show(step2[index] ?? null)} / {show(step3[index] ?? null)}
            </text>
          </g>
        );
      })}
      <text x={centre.x} y={centre.y - 4} textAnchor="middle" fontSize={13} fill="var(--faint)">
        step 2 / step 3, Ω
      </text>
      {marked && (
        <text x={centre.x} y={centre.y + 18} textAnchor="middle" fontSize={15} fontWeight={600} fill="var(--ink)">
          {marked.title}
        </text>
      )}
    </svg>
  );
}
