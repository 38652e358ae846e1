'use client';

import { FigureChart } from '../../ui/figure-chart';

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
    <figure>
      <FigureChart
        label={`Over the visits, in ${unit}: ${points.map(({ at, value }) => `${at} ${value}`).join(', ')}`}
        points={points}
        limits={limit === null ? [] : [limit]}
        from={0}
        to={Number((most * 1.1).toPrecision(2))}
      />
      <figcaption className="text-xs text-faint">
        {unit} over the visits{limit !== null && '; — the limit'}
      </figcaption>
    </figure>
  );
}
