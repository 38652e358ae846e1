import * as z from 'zod';
import { jobKind } from '../kind';

/** Which installation of the firm's the job is at. */
export const installationSet = jobKind({
  body: z.object({ installationId: z.uuid().toLowerCase() }),
  office: true,
  paper: true,
  apply(job, { body }) {
    job.installationId = body.installationId;
  },
});
