import { type Slot, type SlotKey, anyPhase, keyOf } from '../installation/slot';
import { standing, wayOfSubject } from '../job/job';
import type { Repair } from '../job/kinds/repair';
import { testOrder } from '../job/test-definition';
import type { Readings } from '../job/view';

/** A reading from before a repair that is to be taken again. */
export type Repeat = {
  readonly key: SlotKey;
  readonly slot: Slot;
  readonly wayId: string;
  readonly repair: Repair;
};

/**
 * What repairs ask to be tested again: the test that found the fault and every earlier one it could have influenced
 * (643.1). A repeat is done once the reading from before the repair has been struck or another was taken after it.
 */
export function repeatsDue(at: Readings): Repeat[] {
  const { job } = at;
  if (job.repairs.length === 0) return [];
  const due = new Map<SlotKey, Repeat>();
  for (const readings of job.readings.values()) {
    const last = standing(readings).at(-1);
    const way = last && wayOfSubject(job, last.body.slot.on);
    if (!last || !way) continue;
    const { slot } = last.body;
    const repair = job.repairs.findLast((each) => each.before.has(last.id) && upTo(at, each, slot));
    if (repair) due.set(keyOf(slot), { key: keyOf(slot), slot, wayId: way.id, repair });
  }
  return [...due.values()];
}

/** Whether a slot's test comes no later in the order of verification than the one that found the fault. */
function upTo({ tests }: Readings, repair: Repair, slot: Slot): boolean {
  const found = tests.on('way', anyPhase(repair.found)) ?? tests.on('point', anyPhase(repair.found));
  const own = tests.of(slot);
  return !found || !own || testOrder.indexOf(own.order) <= testOrder.indexOf(found.order);
}
