import { z } from 'zod';
import { subject, testIds } from '../../core/installation/measurement';
import type { Line, PlaceKeeper } from './tester-link';

/** A browser's WebSocket as a tester's line. */
export const webLine = (url: string): Line => new WebSocket(url) as unknown as Line;

const places = z.record(z.uuid(), z.object({ on: subject, test: z.enum(testIds), way: z.number().int().nullable(), point: z.string().nullable(), testVolts: z.number().nullable() }));

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
