import type { Slot } from '../installation/slot';
import { serviceWords } from '../installation/supply';
import { wayOfSubject } from './job';
import type { Readings } from './view';

/** A slot in words, with what it was taken on: `Way 4, Kitchen 2: R1+R2`, `main bonding, gas: continuity`. */
export function nameOfSlot(at: Readings, slot: Slot): string {
  const name = `${at.tests.of(slot)?.name ?? slot.test}${slot.phase ? `, ${slot.phase}` : ''}`;
  const { on } = slot;
  if (on.of === 'conductor')
    return `${on.to === 'earthing' ? 'Earthing conductor' : `Main bonding, ${serviceWords[on.to]}`}: ${name}`;
  const way = wayOfSubject(at.job, on);
  if (!way) return name[0] ? name[0].toUpperCase() + name.slice(1) : name;
  const point = on.of === 'point' ? at.job.points.get(on.id)?.name : undefined;
  return `Way ${way.number}${point ? `, ${point}` : ''}: ${name}`;
}
