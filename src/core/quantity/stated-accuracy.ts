import * as z from 'zod';
import type { ReadingSpec } from './parse-reading';

/** What a tester reads: each function has an accuracy of its own. */
export const functions = ['continuity', 'insulation', 'loop', 'rcd'] as const;
export type InstrumentFunction = (typeof functions)[number];

const stated = z.object({ percent: z.number().min(0).max(50), digits: z.number().int().min(0).max(50) });

/** How far from the truth an instrument may read, as its maker says: percent of the reading, and last digits. */
export const statedAccuracy = z.object({ continuity: stated, insulation: stated, loop: stated, rcd: stated }).partial();
export type StatedAccuracy = z.infer<typeof statedAccuracy>;

/** The last digit of what a function shows, in its own unit. */
export const lastDigit: Readonly<Record<InstrumentFunction, number>> = {
  continuity: 0.01,
  insulation: 0.01,
  loop: 0.01,
  rcd: 1,
};

/** Which function of a tester takes what a cell takes; null where it is none of these. */
export function functionOf(spec: ReadingSpec): InstrumentFunction | null {
  if (spec.takes !== 'figure') return null;
  if (spec.unit === 'megohm') return 'insulation';
  if (spec.unit === 'kiloamp') return 'loop';
  if (spec.unit === 'ohm') return spec.mayBeOpen ? 'continuity' : 'loop';
  return spec.unit === 'millisecond' || spec.unit === 'milliamp' ? 'rcd' : null;
}
