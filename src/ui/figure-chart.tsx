'use client';

import dynamic from 'next/dynamic';
import { Late } from './late';

export type Figures = {
  readonly points: readonly { readonly at: string; readonly value: number }[];
  /** Lines it is held against. */
  readonly limits: readonly number[];
  readonly from: number;
  readonly to: number;
};

const FigureLines = dynamic(() => import('./figure-lines').then((module) => module.FigureLines), { ssr: false });

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
