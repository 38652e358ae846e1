import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { breakLines } from './break-lines';

/** Every character one wide. */
const count = (text: string) => text.length;

describe('breaking lines', () => {
  it.each([
    ['one two three', 7, ['one two', 'three']],
    ['one two three', 13, ['one two three']],
    ['one\ntwo', 20, ['one', 'two']],
    ['', 5, ['']],
    ['abcdefgh', 3, ['abc', 'def', 'gh']],
    ['a abcdefgh b', 3, ['a', 'abc', 'def', 'gh', 'b']],
    ['xx', 1, ['x', 'x']],
    ['x', 0, ['x']],
    ['ab cd', 2, ['ab', 'cd']],
  ])('%j in %i', (text, width, lines) => expect(breakLines(text, width, count)).toEqual(lines));

  it('loses and adds nothing but the spaces at which it breaks, and no line is too wide', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 300 }), fc.integer({ min: 4, max: 40 }), (text, width) => {
        const lines = breakLines(text, width, count);
        expect(lines.join('').replaceAll(/[ \n]/g, '')).toBe(text.replaceAll(/[ \n]/g, ''));
        for (const line of lines) expect(line.length).toBeLessThanOrEqual(width);
      }),
    );
  });

  it('never parts a character that is two code units', () => {
    const lines = breakLines('😀'.repeat(50), 7, count);
    for (const line of lines) expect([...line].every((character) => character === '😀')).toBe(true);
  });

  it('measures in all a small multiple of the text, however long a word is', () => {
    const measured = (length: number) => {
      let sum = 0;
      breakLines('W'.repeat(length), 80, (text) => {
        sum += text.length;
        return text.length;
      });
      return sum;
    };
    expect(measured(100_000) / measured(1_000)).toBeLessThan(130);
  });
});
