import * as z from 'zod';
import { replayPractice } from '../../client/play-practice';
import { act } from '../../core/practice/act';
import type { House } from '../../core/practice/house';
import { type PracticeResult, mergedResults, practiceResult } from '../../core/practice/result';
import { AtHouse, type Visit, begun } from '../../core/practice/visit';

/** A visit as it is kept on this device: what was done, and when it began and ended. */
const keptVisit = z.object({ acts: z.array(act), begunAt: z.number().nullable(), endedAt: z.number().nullable() });
type KeptVisit = z.infer<typeof keptVisit>;

const resultsKey = 'practice results';
const visitKey = (house: string, exercise: string | null) => `practice visit ${house} ${exercise ?? ''}`;

function read<T>(key: string, schema: z.ZodType<T>, otherwise: T): T {
  try {
    return schema.parse(JSON.parse(localStorage.getItem(key) ?? 'null'));
  } catch {
    return otherwise;
  }
}

/** What does not fit any more is not kept: practice goes on all the same. */
function write(key: string, value: unknown): void {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // The device is full.
  }
}

export const visitKept = (house: string, exercise: string | null): KeptVisit =>
  read(visitKey(house, exercise), keptVisit, { acts: [], begunAt: null, endedAt: null });
export const keepVisit = (house: string, exercise: string | null, visit: KeptVisit): void =>
  write(visitKey(house, exercise), visit);
export const forgetVisit = (house: string, exercise: string | null): void =>
  localStorage.removeItem(visitKey(house, exercise));

export type Held = { readonly visit: Visit; readonly begunAt: number | null; readonly endedAt: number | null };
export const notBegun: Held = { visit: begun, begunAt: null, endedAt: null };

/** A visit as it is kept on this device, gone through again beside the page: here, where the script for that does not come. */
export async function visitOf(house: House, { acts, begunAt, endedAt }: KeptVisit): Promise<Held> {
  if (acts.length === 0) return notBegun;
  const visit = await replayPractice(house.number, acts).catch(() => new AtHouse(house).after(acts));
  return { visit, begunAt, endedAt };
}

export const resultsKept = (): readonly PracticeResult[] => read(resultsKey, z.array(practiceResult), []);
export const keepResults = (made: readonly PracticeResult[]): void =>
  write(resultsKey, mergedResults(resultsKept(), made));
