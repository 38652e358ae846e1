import * as z from 'zod';
import { act } from '../../core/practice/act';
import { parts } from '../../core/practice/score';

/** A visit as it is kept on this device: what was done, and when it began and ended. */
const keptVisit = z.object({ acts: z.array(act), begunAt: z.number().nullable(), endedAt: z.number().nullable() });
export type KeptVisit = z.infer<typeof keptVisit>;

const result = z.object({
  house: z.string(),
  exercise: z.string().nullable(),
  at: z.number(),
  minutes: z.number(),
  percent: z.number(),
  /** Got and of, by part. */
  parts: z.partialRecord(z.enum(parts), z.tuple([z.number(), z.number()])),
});
export type Result = z.infer<typeof result>;

const resultsKey = 'practice results';
const mostResults = 500;
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

export const resultsKept = (): readonly Result[] => read(resultsKey, z.array(result), []);
export const keepResult = (made: Result): void => write(resultsKey, [...resultsKept(), made].slice(-mostResults));
