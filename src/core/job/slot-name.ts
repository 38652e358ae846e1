import type { Slot, Subject } from '../installation/slot';
import { serviceWords } from '../installation/supply';
import { wayOfSubject } from './job';
import type { Readings } from './view';
import { capital } from '../words/capital';

/** What a reading was taken on, in words: `way 4, Kitchen 2`, `main bonding, gas`, `supply`. */
export function nameOfSubject({ job }: Pick<Readings, 'job'>, on: Subject): string {
  if (on.of === 'conductor')
    return on.to === 'earthing' ? 'earthing conductor' : `main bonding, ${serviceWords[on.to]}`;
  if (on.of === 'board') return job.boards.get(on.id)?.name ?? 'board';
  const way = wayOfSubject(job, on);
  if (!way) return 'supply';
  const point = on.of === 'point' ? job.points.get(on.id)?.name : undefined;
  return `way ${way.number}${point ? `, ${point}` : ''}`;
}

/** A slot in words, with what it was taken on: `Way 4, Kitchen 2: R1+R2`, `Main bonding, gas: continuity`. */
export function nameOfSlot(at: Readings, slot: Slot): string {
  const name = `${at.tests.of(slot)?.name ?? slot.test}${slot.phase ? `, ${slot.phase}` : ''}`;
  const on = nameOfSubject(at, slot.on);
  return capital(slot.on.of === 'board' || on === 'supply' ? name : `${on}: ${name}`);
}
