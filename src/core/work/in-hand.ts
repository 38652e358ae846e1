import * as z from 'zod';

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
  /** What could not be disconnected for insulation tests, by circuit; empty where nothing was. */
  connected: z.record(z.string(), z.string()).default({}),
});
export type InHand = Readonly<z.infer<typeof inHandSchema>>;

export const emptyHanded: InHand = inHandSchema.parse({});
