import * as z from 'zod';
import { parts } from './score';

/** What a visit came to: which house, for which exercise, when, and how much of each part was got. */
export const practiceResult = z.object({
  house: z.string().min(1).max(80),
  exercise: z.string().max(40).nullable(),
  /** When the report was handed over, in milliseconds of the epoch. */
  at: z.number().int().min(0).max(8_640_000_000_000_000),
  minutes: z.number().min(0),
  percent: z.number().min(0).max(100),
  /** Got and of, by part. */
  parts: z.partialRecord(z.enum(parts), z.tuple([z.number(), z.number()])),
});
export type PracticeResult = z.infer<typeof practiceResult>;

/** The most that is kept of one person: years of practice. */
export const mostResults = 500;

const keyOf = ({ house, at }: PracticeResult): string => `${at} ${house}`;

/** Results of several devices as one list, each once, the earliest first; the latest where there are too many. */
export function mergedResults(...lists: readonly (readonly PracticeResult[])[]): PracticeResult[] {
  const byKey = new Map(lists.flat().map((each) => [keyOf(each), each]));
  return [...byKey.values()].sort((a, b) => a.at - b.at).slice(-mostResults);
}

/** What of a list is lacking in another. */
export function lackingIn(there: readonly PracticeResult[], here: readonly PracticeResult[]): PracticeResult[] {
  const known = new Set(there.map(keyOf));
  return here.filter((each) => !known.has(keyOf(each)));
}
