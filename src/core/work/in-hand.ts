import * as z from 'zod';
import { loopMethods } from '../job/kinds/reading';

/** What the person holds while taking readings, as this device keeps it. */
export const inHandSchema = z.object({
  instrumentId: z.string().nullable().default(null),
  leadNullOhms: z.string().nullable().default(null),
  /** Whether the leads were measured and not nulled: what they read is taken off each continuity reading. */
  leadsIn: z.boolean().default(false),
  testVolts: z.number().nullable().default(null),
  /** Why dead tests are made with no isolation record in force. */
  isolationWhy: z.string().nullable().default(null),
  /** When the leads were nulled, and with which instrument. */
  nulledAt: z.string().nullable().default(null),
  /** How loops are read where the person chose; by what RCD is in the way where not. */
  loopMethod: z.enum(loopMethods).nullable().default(null),
  /** Circuits whose usually forgotten points were looked for. */
  askedForgotten: z.array(z.string()).default([]),
  /** How the CPC of a circuit was proved where no reading here proves it, by circuit. */
  cpcProvedBy: z.record(z.string(), z.string()).default({}),
  /** What could not be disconnected for insulation tests, by circuit; empty where nothing was. */
  connected: z.record(z.string(), z.string()).default({}),
});
export type InHand = Readonly<z.infer<typeof inHandSchema>>;

export const emptyHanded: InHand = inHandSchema.parse({});
