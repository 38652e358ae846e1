import * as z from 'zod';
import { line } from '../../installation/text';
import { jobKind } from '../kind';

export const openedOutcomes = ['sound', 'defect', 'not opened'] as const;
export type OpenedOutcome = (typeof openedOutcomes)[number];

const accessoryOpened = z
  .object({
    pointId: z.uuid().toLowerCase(),
    found: z.enum(openedOutcomes).nullable(),
    reason: line.nullable(),
  })
  .refine(({ found, reason }) => found !== 'not opened' || Boolean(reason?.trim()), {
    path: ['reason'],
    message: 'Enter why it was not opened.',
  });
export type AccessoryOpened = z.infer<typeof accessoryOpened> & { readonly at: string };

/** An accessory opened and what was behind it, or why it was not opened. Null takes it back. */
export const accessoryLooked = jobKind({
  body: accessoryOpened,
  touches: ['accessories'],
  apply: (job, { body, madeAt }) => {
    if (body.found === null) job.accessories.delete(body.pointId);
    else job.accessories.set(body.pointId, { ...body, at: madeAt });
  },
  admit: (job, { pointId }) => (job.points.has(pointId) ? null : 'There is no such point in this job.'),
});
