import * as z from 'zod';
import { line } from '../../installation/text';
import { jobKind } from '../kind';
import { whyNoWay } from './way';

export const foundStates = ['worked', 'faulty', 'not tried'] as const;
export type FoundState = (typeof foundStates)[number];
const circuitTried = z.object({
  wayId: z.uuid().toLowerCase(),
  found: z.enum(foundStates),
  /** What was wrong with it before anybody touched it. */
  what: line.nullable(),
});
export type AsFound = z.infer<typeof circuitTried> & { readonly at: string };

/** A circuit tried before it is isolated: what did not work then is nobody's new fault. */
export const tried = jobKind({
  body: circuitTried,
  touches: ['asFound'],
  apply: (job, { body, madeAt }) => void job.asFound.set(body.wayId, { ...body, at: madeAt }),
  admit: (job, { wayId }) => whyNoWay(job, wayId),
});
