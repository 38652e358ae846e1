import * as z from 'zod';
import { slot } from '../core/installation/slot';
import { where } from './messages';
import type { Line, PlaceKeeper } from './tester-link';

/** A browser's WebSocket as a tester's line. */
export const webLine = (url: string): Line => new WebSocket(url) as unknown as Line;

const places = z.record(
  z.uuid(),
  z.object({
    slot,
    where,
    testVolts: z.number().nullable(),
  }),
);

/** Keeps the places that wait for a reading in this browser, so that a reload forgets none. */
export function placeKeeper(jobId: string): PlaceKeeper {
  const key = `orange-ledger-tester-${jobId}`;
  return {
    load: () => {
      try {
        const parsed = places.safeParse(JSON.parse(localStorage.getItem(key) ?? '{}'));
        return parsed.success ? parsed.data : {};
      } catch {
        return {};
      }
    },
    keep: (kept) => localStorage.setItem(key, JSON.stringify(kept)),
  };
}
