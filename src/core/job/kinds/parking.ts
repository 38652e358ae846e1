import * as z from 'zod';
import { jobKind } from '../kind';

/** Until when the van may stand where it stands. */
export const parkingSet = jobKind({
  body: z.object({ until: z.iso.datetime().nullable() }),
  office: true,
  paper: true,
  apply(job, { body }) {
    job.parkedUntil = body.until;
  },
});
