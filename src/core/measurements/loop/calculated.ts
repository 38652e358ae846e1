import type { Slot, Subject } from '../../installation/slot';
import { valueAt } from '../../job/governing';
import type { JobView, Readings } from '../../job/view';
import { add, toShortest } from '../../quantity/exact';
import { type ReadingValue, figureOf } from '../../quantity/reading-value';
import { r1r2 } from '../continuity/slots';
import { ze } from '../origin/slots';
import { step3 } from '../ring/slots';

export type CalculatedZs =
  { readonly ok: true; readonly ohms: string; readonly working: string } | { readonly ok: false; readonly why: string };

/** Zs worked out as Ze + (R1+R2) of the very place, in ohm, where a probe cannot safely reach; or what is wanting for it. */
export function calculatedZs(view: JobView, { on }: Pick<Slot, 'on'>): CalculatedZs {
  const external = valueAt(view, { of: 'supply' }, ze);
  const circuit = sumOfConductors(view, on);
  const [known, read] = [external && figureOf(external), circuit && figureOf(circuit)];
  if (!known) return { ok: false, why: 'Ze is not recorded yet: Zs cannot be worked out.' };
  if (!read) return { ok: false, why: 'R1+R2 was not read here: Zs cannot be worked out.' };
  const ohms = toShortest(add(known, read), 3);
  return { ok: true, ohms, working: `Ze ${toShortest(known, 3)} + (R1+R2) ${toShortest(read, 3)} = ${ohms} Ω` };
}

/** R1+R2 of a circuit or at a point of it; at a socket of a ring what step 3 read there. */
export const sumOfConductors = (at: Readings, on: Subject): ReadingValue | null =>
  valueAt(at, on, r1r2) ?? (on.of === 'point' ? valueAt(at, on, step3) : null);
