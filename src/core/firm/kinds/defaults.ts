import * as z from 'zod';
import { editionIds, isHeld } from '../../edition/pack';
import { unchanged } from '../../ledger/kind';
import { firmKind } from '../kind';

/** The trade keeps copies at least so long. */
export const leastYearsKept = 3;

/** What a new job of the firm begins with; each job may say otherwise. */
const defaultsFields = z
  .object({
    /** One that is held, or one of the firm's own. */
    edition: z.union([z.enum(editionIds), z.uuid().toLowerCase()]).nullable(),
    school: z.enum(['dead-first', 'live-first']).nullable(),
    samplingPercent: z.number().int().min(1).max(100).nullable(),
    investigateBelowMegohms: z.number().min(1).max(1000).nullable(),
    /** How many years after its last paper a job is kept; three where nothing is said. */
    keepYears: z.number().int().min(leastYearsKept).max(50).nullable(),
    /** What an hour of work costs, in whole pence. */
    hourPence: z.number().int().min(0).max(1_000_000).nullable(),
  })
  .partial();
export type Defaults = z.infer<typeof defaultsFields>;

export const defaultsSet = firmKind({
  body: defaultsFields,
  versions: [
    unchanged('may say when insulation is looked into'),
    unchanged('may name an edition of its own, and how long copies are kept'),
    unchanged('may say what an hour costs'),
  ],
  apply(firm, entry) {
    firm.defaults = { ...firm.defaults, ...entry.body };
  },
  admit: ({ editions }, { edition }) =>
    !edition || isHeld(edition) || editions.has(edition) ? null : 'The firm has no such edition.',
});
