import * as z from 'zod';
import { measure } from '../../installation/slot';
import { line } from '../../installation/text';
import type { Recorded } from '../../ledger/entry';
import { type InMaking, unchanged } from '../../ledger/kind';
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
  parts: line.nullable().optional(),
  minutes: z.number().int().min(1).max(1440).nullable().optional(),
  pricePence: z.number().int().min(0).max(10_000_000).nullable().optional(),
  /** Why the report does not tell of it; null or nothing where it does. */
  leftOut: line.min(1).nullable().optional(),
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
    unchanged('may say parts, time and price, and whether the report tells of it'),
  ],
  touches: ['repairs'],
  apply: (job, entry) => void job.repairs.push({ ...entry.body, madeAt: entry.madeAt, before: readingsOf(job, entry) }),
  admit: (job, body) => whyNoWay(job, body.wayId),
});

/** The readings that stood on the circuit when it was mended, those struck since among them. */
function readingsOf(job: InMaking<Job>, repair: Recorded<RepairMade>): Set<string> {
  const { wayId } = repair.body;
  const ids = new Set<string>();
  for (const readings of job.readings.values()) {
    for (const { entry, struck } of readings) {
      const { on } = entry.body.slot;
      const here = on.of === 'way' ? on.id === wayId : on.of === 'point' && job.points.get(on.id)?.wayId === wayId;
      const stood = !struck || isAfter(struck.by, repair);
      if (here && stood && entry.body.value.is !== 'not-taken') ids.add(entry.id);
    }
  }
  return ids;
}

/** Whether an entry comes after another in the ledger; by their clocks while either has no number yet. */
const isAfter = (one: Recorded, other: Recorded): boolean =>
  one.seq !== null && other.seq !== null ? one.seq > other.seq : one.madeAt >= other.madeAt;
