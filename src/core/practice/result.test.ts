import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type PracticeResult, lackingIn, mergedResults, mostResults, practiceResult } from './result';

const made = (at: number, more: Partial<PracticeResult> = {}): PracticeResult => ({
  house: 'flat-rewireable.abc',
  exercise: null,
  at,
  minutes: 12,
  percent: 80,
  parts: { safety: [18, 20] },
  ...more,
});
const lists = fc.array(
  fc.integer({ min: 0, max: 50 }).map((at) => made(at)),
  { maxLength: 20 },
);

describe('results of practice', () => {
  it('of two devices are one list, each once, in the order they were made', () => {
    fc.assert(
      fc.property(lists, lists, (one, other) => {
        const all = mergedResults(one, other);
        expect(all).toEqual(mergedResults(other, one));
        expect(all.map(({ at }) => at)).toEqual(
          [...new Set([...one, ...other].map(({ at }) => at))].sort((a, b) => a - b),
        );
        expect(lackingIn(all, [...one, ...other])).toEqual([]);
        expect(mergedResults(all, lackingIn(one, other))).toEqual(all);
      }),
    );
  });
  it('of two houses at one moment are two', () =>
    expect(mergedResults([made(5)], [made(5, { house: 'new-build.x' })])).toHaveLength(2));
  it('keeps the latest where there are too many', () => {
    const all = mergedResults(Array.from({ length: mostResults + 3 }, (_, at) => made(at)));
    expect([all.length, all[0]?.at]).toEqual([mostResults, 3]);
  });
  it.each([
    ['a percent beyond a hundred', { percent: 101 }],
    ['a name without end', { house: 'x'.repeat(81) }],
    ['no whole moment', { at: 1.5 }],
    ['a moment that is none', { at: Number.MAX_SAFE_INTEGER }],
    ['a part nobody knows', { parts: { luck: [1, 1] } }],
    ['minutes before it began', { minutes: -1 }],
  ])('refuses %s', (_name, more) => expect(practiceResult.safeParse({ ...made(1), ...more }).success).toBe(false));
});
