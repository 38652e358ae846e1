import * as z from 'zod';
import type { Recorded } from './entry';

/** What somebody wrote, in a line. */
const why = z.string().trim().min(1).max(200);

/** The body of `entry.struck`, the one kind every stream has: an entry no longer stands, and why. */
export const strikeBody = z.object({ entryId: z.uuid().toLowerCase(), why });
export type StrikeBody = z.infer<typeof strikeBody>;

/** A strike and the entry that made it. */
export type Strike = { readonly by: Recorded<StrikeBody>; readonly why: string };

export const isStrike = (entry: Recorded): entry is Recorded<StrikeBody> => entry.kind === 'entry.struck';

/** Strikes that are not struck themselves, by the entry they strike. Later entries are settled first. */
export function strikesInForce(ordered: readonly Recorded[]): Map<string, Strike> {
  const strikes = new Map<string, Strike>();
  for (let index = ordered.length - 1; index >= 0; index -= 1) {
    const entry = ordered[index];
    if (entry && isStrike(entry) && !strikes.has(entry.id)) {
      strikes.set(entry.body.entryId, { by: entry, why: entry.body.why });
    }
  }
  return strikes;
}
