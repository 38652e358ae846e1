import * as z from 'zod';
import { editionIds } from '../../edition/pack';
import { unchanged } from '../../ledger/kind';
import { firmKind } from '../kind';

/** What a new job of the firm begins with; each job may say otherwise. */
const defaultsFields = z
  .object({
    edition: z.enum(editionIds).nullable(),
    school: z.enum(['dead-first', 'live-first']).nullable(),
    samplingPercent: z.number().int().min(1).max(100).nullable(),
    investigateBelowMegohms: z.number().min(1).max(1000).nullable(),
  })
  .partial();
export type Defaults = z.infer<typeof defaultsFields>;

export const defaultsSet = firmKind({
  body: defaultsFields,
  versions: [unchanged('may say when insulation is looked into')],
  apply(firm, entry) {
    firm.defaults = { ...firm.defaults, ...entry.body };
  },
});
