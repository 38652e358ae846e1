import type { Point } from '../../../core/installation/point';
import { type ReadingValue, showValue } from '../../../core/quantity/reading-value';

const width = 640;
const floor = 118;
const tall = 84;

const ohmsOf = (value: ReadingValue | null): number | null =>
  value?.is === 'number' ? Number(value.shown) : value?.is === 'unstable' ? Number(value.high) : null;

/** A circuit as it runs from the board, each point as high as it reads: it should rise along the run and stand out nowhere. */
export function RunDrawing({
  points,
  readings,
  symbol,
  metres,
}: {
  points: readonly Point[];
  readings: readonly (ReadingValue | null)[];
  symbol: string;
  /** The cable each point's section implies, by the point's name. */
  metres: ReadonlyMap<string, number | null>;
}) {
  const figures = readings.map(ohmsOf);
  const most = Math.max(0.1, ...figures.map((figure) => figure ?? 0));
  const step = (width - 76) / Math.max(points.length, 1);
  const x = (index: number) => 76 + step * (index + 0.5);
  return (
    <svg
      viewBox={`0 0 ${width} 148`}
      role="img"
      aria-label={`${symbol} along the run: ${points.map((point, index) => `${point.name} ${readings[index] ? showValue(readings[index]) : 'not read'}`).join(', ')}`}
      className="w-full max-w-3xl"
    >
      <rect x={1} y={floor - 13} width={58} height={26} fill="var(--sheet)" stroke="var(--ink)" />
      <text x={30} y={floor + 5} textAnchor="middle" fontSize={14} fill="var(--ink)">
        board
      </text>
      <line x1={59} y1={floor} x2={x(points.length - 1)} y2={floor} stroke="var(--rule-strong)" strokeWidth={3} />
      {points.map((point, index) => {
        const value = readings[index] ?? null;
        const figure = figures[index] ?? null;
        const top = figure === null ? floor : floor - (tall * figure) / most;
        const isOpen = value?.is === 'open' || value?.is === 'over';
        return (
          <g key={point.id}>
            {figure !== null && (
              <line
                x1={x(index)}
                y1={floor}
                x2={x(index)}
                y2={top}
                stroke="var(--ink)"
                strokeWidth={3}
                strokeDasharray={value?.is === 'unstable' ? '3 4' : undefined}
              />
            )}
            <circle
              cx={x(index)}
              cy={floor}
              r={point.spur ? 3.5 : 5.5}
              fill={value ? 'var(--ink)' : 'var(--paper)'}
              stroke="var(--ink)"
            />
            <text
              x={x(index)}
              y={isOpen ? floor - 12 : top - 7}
              textAnchor="middle"
              fontSize={13}
              fontWeight={600}
              fill="var(--ink)"
            >
              {value ? showValue(value) : ''}
            </text>
            <text x={x(index)} y={floor + 20} textAnchor="middle" fontSize={12} fill="var(--faint)">
              {index + 1}
            </text>
            {metres.get(point.name) && (
              <text x={x(index) - step / 2} y={floor - 5} textAnchor="middle" fontSize={11} fill="var(--faint)">
                {metres.get(point.name)?.toFixed(0)} m
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
