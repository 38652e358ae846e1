import type { Slot } from '../../installation/slot';
import { valueAt } from '../../job/governing';
import type { Readings } from '../../job/view';
import type { ReadingValue } from '../../quantity/reading-value';
import { ze } from './slots';

const supply = { of: 'supply' } as const;

/** Ze of a phase where it was read on that, else the highest of those read; null where none was. */
export const externalLoop = (at: Readings, phase: Slot['phase']): ReadingValue | null =>
  (phase && valueAt(at, supply, { ...ze, phase })) ?? valueAt(at, supply, ze);
