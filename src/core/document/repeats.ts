import { type SlotKey, type Subject, type TestId, slotKey } from '../installation/measurement';
import { type Job, type Repair, standing, wayOfSubject } from '../ledger/job';

/** A reading from before a repair that is to be taken again. */
export type Repeat = { readonly key: SlotKey; readonly on: Subject; readonly test: TestId; readonly wayId: string; readonly repair: Repair };

/** The tests of each bench that may have found a fault, the one that finds most first. */
export const findersOf = {
  continuity: ['point-r1r2', 'point-r2', 'point-metalwork', 'point-polarity', 'r1r2'],
  ring: ['ring-step3', 'ring-step2', 'ring-r1', 'r1r2'],
  insulation: ['ir-le', 'ir-l-e', 'ir-n-e', 'ir-ll'],
} as const satisfies Record<string, readonly TestId[]>;

/**
 * What repairs ask to be tested again: the test that found the fault and every earlier one it could have influenced
 * (643.1). A repeat is done once the reading from before the repair has been struck or another was taken after it.
 */
export function repeatsDue(job: Job): Repeat[] {
  if (job.repairs.length === 0) return [];
  const due = new Map<SlotKey, Repeat>();
  for (const readings of job.readings.values()) {
    const last = standing(readings).at(-1);
    if (!last) continue;
    const repair = job.repairs.findLast((each) => each.stale.has(last.id));
    const { on, test } = last.body;
    const way = repair && wayOfSubject(job, on);
    if (repair && way) due.set(slotKey(on, test), { key: slotKey(on, test), on, test, wayId: way.id, repair });
  }
  return [...due.values()];
}
