import * as z from 'zod';
import { firmKind } from '../kind';

const priceSet = z.object({
  /** Which line of the price list, by its name there. */
  priceId: z.string().min(1).max(60),
  /** What it takes here; null goes back to what the list starts with. */
  takes: z
    .object({
      minutes: z.number().int().min(0).max(100_000),
      materialsPence: z.number().int().min(0).max(100_000_000),
    })
    .nullable(),
});
export type Price = { readonly priceId: string } & NonNullable<z.infer<typeof priceSet>['takes']>;

/** What a repair takes with this firm. */
export const priceIsSet = firmKind({
  body: priceSet,
  touches: ['prices'],
  apply(firm, { body: { priceId, takes } }) {
    if (takes) firm.prices.set(priceId, { priceId, ...takes });
    else firm.prices.delete(priceId);
  },
});
