import * as z from 'zod';
import { line } from '../../installation/text';
import { jobKind } from '../kind';

export const placeOutcomes = ['seen', 'none here', 'not reached'] as const;
export type PlaceOutcome = (typeof placeOutcomes)[number];

const placeWalked = z
  .object({
    /** The place by the name it has in the walk. */
    place: line.min(1),
    outcome: z.enum(placeOutcomes).nullable(),
    reason: line.nullable(),
  })
  .refine(({ outcome, reason }) => outcome !== 'not reached' || Boolean(reason?.trim()), {
    path: ['reason'],
    message: 'Enter why there was no access.',
  });
export type PlaceWalked = z.infer<typeof placeWalked> & { readonly at: string };

/** A place of the inspection's walk: seen, not there at all, or not reached and why. Null takes it back. */
export const walked = jobKind({
  body: placeWalked,
  touches: ['places'],
  apply: (job, { body, madeAt }) => {
    if (body.outcome === null) job.places.delete(body.place);
    else job.places.set(body.place, { ...body, at: madeAt });
  },
});
