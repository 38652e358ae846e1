import * as z from 'zod';
import { features } from '../../edition/features';
import { unchanged } from '../../ledger/kind';
import { jobKind } from '../kind';

/** Whether the premises have something, as seen or told: it decides which items apply. Null takes it back. */
export const featureTold = jobKind({
  body: z.object({ feature: z.enum(features), present: z.boolean().nullable() }),
  versions: [unchanged('may say that the building calls for arc fault detection')],
  touches: ['features'],
  office: true,
  apply: (job, { body: { feature, present } }) => {
    if (present === null) job.features.delete(feature);
    else job.features.set(feature, present);
  },
});
