import * as z from 'zod';
import { device } from '../../installation/device';
import { jobKind } from '../kind';

export const cues = ['switch on', 'switch off', 'stop', 'stand by'] as const;
export type Cue = (typeof cues)[number];
const handTold = z.object({ cue: z.enum(cues), device: device.nullable() });
/** `number` counts the orders there were, this one among them: a later one has a higher number. */
export type HandTold = z.infer<typeof handTold> & { readonly at: string; readonly number: number };

/** What the one at the board is told on a second phone: what to switch, or to stop. */
export const told = jobKind({
  body: handTold,
  paper: true,
  apply(job, { body, madeAt }) {
    job.hand = { ...body, at: madeAt, number: (job.hand?.number ?? 0) + 1 };
  },
});
