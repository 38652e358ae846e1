import * as z from 'zod';
import { line } from '../../installation/text';
import { jobKind } from '../kind';
import { setDevice } from './switched';
import { whyNotRestored } from '../whether-live';

const supplyRestored = z.object({
  /** Who was told before it was made live. */
  told: line.min(1),
  /** The earthing conductor and every bond were seen on and tight. */
  earthSeen: z.literal(true),
  /** Links and disconnections that stay, each answered for. */
  left: z.array(z.object({ linkId: z.uuid().toLowerCase(), why: line.min(1) })).max(100),
});
type SupplyRestored = z.infer<typeof supplyRestored>;
export type Restored = SupplyRestored & { readonly at: string };

/** The installation was made live again, or for the first time. */
export const restored = jobKind({
  body: supplyRestored,
  touches: ['restorations', 'switched'],
  paper: true,
  apply(job, { body, madeAt }) {
    job.restorations.push({ ...body, at: madeAt });
    setDevice(job, { of: 'supply' }, 'on', madeAt);
  },
  admit: (job, body) =>
    whyNotRestored(
      job,
      body.left.map(({ linkId }) => linkId),
    ),
});
