'use client';

import { lazy } from 'react';
import { Late } from './late';

export type Figures = {
  readonly points: readonly { readonly at: string; readonly value: number }[];
  /** Lines it is held against. */
  readonly limits: readonly number[];
  readonly from: number;
  readonly to: number;
};

const FigureLines = lazy(() => import('./figure-lines').then((module) => ({ default: module.FigureLines })));

/** One figure over time between or under its limits; `label` says in words everything that is drawn. */
export function FigureChart({ label, ...figures }: Figures & { readonly label: string }) {
  return (
    <div role="img" aria-label={label} className="h-24">
      <Late>
        <FigureLines {...figures} />
      </Late>
    </div>
  );
}
