import * as z from 'zod';
import { line } from '../../installation/text';
import { jobKind } from '../kind';

const leavingChecked = z.object({
  /** What was looked at, by its name in the list of the last walk. */
  check: z.string().min(1).max(40),
  done: z.boolean(),
  note: line.nullable(),
});
export type LeavingCheck = z.infer<typeof leavingChecked> & { readonly at: string };

/** A point of the last walk before leaving, looked at. */
export const leavingLooked = jobKind({
  body: leavingChecked,
  touches: ['leaving'],
  paper: true,
  apply: (job, { body, madeAt }) => void job.leaving.set(body.check, { ...body, at: madeAt }),
});
