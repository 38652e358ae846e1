'use client';

import type { Bounds } from '../../core/firm/accuracy';
import { FigureChart } from '../../ui/figure-chart';

type Props = {
  readonly name: string;
  readonly unit: string;
  readonly points: readonly { readonly at: string; readonly value: number }[];
  readonly bounds: Bounds | null;
};

/** What one reference read over the checks, between the bounds it has to stay in. */
export function DriftChart({ name, unit, points, bounds }: Props) {
  const figures = [...points.map(({ value }) => value), ...(bounds ? [bounds.low, bounds.high] : [])];
  const [low, high] = [Math.min(...figures), Math.max(...figures)];
  const room = (high - low || high || 1) * 0.2;
  const round = (value: number) => Number(value.toPrecision(3));
  return (
    <figure>
      <figcaption className="text-sm font-semibold">
        {name}
        {bounds && (
          <span className="font-normal text-faint">
            {' '}
            {round(bounds.low)} to {round(bounds.high)} {unit}
          </span>
        )}
      </figcaption>
      <FigureChart
        label={`${name}: ${points.map(({ at, value }) => `${at} ${value} ${unit}`).join(', ')}`}
        points={points}
        limits={bounds ? [bounds.low, bounds.high] : []}
        from={Math.max(0, round(low - room))}
        to={round(high + room)}
      />
    </figure>
  );
}
