import * as z from 'zod';
import { measure } from '../../installation/slot';
import { line } from '../../installation/text';
import type { InMaking } from '../../ledger/kind';
import { formerMeasure } from '../former-tests';
import type { Job } from '../job';
import { jobKind } from '../kind';
import { whyNoWay } from './way';

export const repairMade = z.object({
  repairId: z.uuid().toLowerCase(),
  wayId: z.uuid().toLowerCase(),
  /** The test that had found the fault. */
  found: measure,
  what: line.min(1),
});
export type RepairMade = z.infer<typeof repairMade>;

/** A repair, and the readings that stood on its circuit when it was made. */
export type Repair = RepairMade & { readonly madeAt: string; readonly before: ReadonlySet<string> };

/** A fault found by a test was mended: that test and those before it are repeated. */
export const made = jobKind({
  body: repairMade,
  versions: [
    {
      name: 'the test that found it is data',
      upcast: (body) => {
        const { test, ...rest } = (body ?? {}) as Record<string, unknown>;
        return { ...rest, found: formerMeasure(test) };
      },
    },
  ],
  touches: ['repairs'],
  apply: (job, entry) =>
    void job.repairs.push({ ...entry.body, madeAt: entry.madeAt, before: readingsOf(job, entry.body.wayId) }),
  admit: (job, body) => whyNoWay(job, body.wayId),
});

function readingsOf(job: InMaking<Job>, wayId: string): Set<string> {
  const ids = new Set<string>();
  for (const readings of job.readings.values()) {
    for (const { entry, struck } of readings) {
      const { on } = entry.body.slot;
      const here = on.of === 'way' ? on.id === wayId : on.of === 'point' && job.points.get(on.id)?.wayId === wayId;
      if (here && !struck && entry.body.value.is !== 'not-taken') ids.add(entry.id);
    }
  }
  return ids;
}
