import * as z from 'zod';
import { keyOf, slot } from '../../installation/slot';
import { line } from '../../installation/text';
import { formerSlot } from '../former-tests';
import { jobKind } from '../kind';
import { whyNoSubject } from './reading';

export const limitOverridden = z.object({
  slot,
  limit: z
    .string()
    .max(32)
    .regex(/^\d+(\.\d+)?$/),
  reason: line.min(1),
});
export type LimitOverridden = z.infer<typeof limitOverridden>;

/** The inspector's own limit for one slot, in place of the edition's. */
export const overridden = jobKind({
  body: limitOverridden,
  versions: [
    {
      name: 'its slot is data',
      upcast: (body) => {
        const { on, test, ...rest } = (body ?? {}) as Record<string, unknown>;
        return { slot: formerSlot(on, test), ...rest };
      },
    },
  ],
  touches: ['limits'],
  apply: (job, entry) => void job.limits.set(keyOf(entry.body.slot), entry.body),
  admit: (job, body, { lists }) =>
    lists.tests.of(body.slot) ? whyNoSubject(job, body.slot) : lists.tests.whyNot(body.slot),
});
