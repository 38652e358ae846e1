import { describe, expect, it } from 'vitest';
import { insulationPattern } from './pattern';

describe('the pattern of the three pairs', () => {
  it.each([
    [{ ln: 0.2, le: 300, ne: 300 }, /load or neon/],
    [{ ln: 0.4, le: 0.3, ne: 0.3 }, /All pairs/],
    [{ ln: 300, le: 0.4, ne: 0.5 }, /damp/],
    [{ ln: 300, le: 0.4, ne: 200 }, /Line alone/],
    [{ ln: 300, le: 200, ne: 0.4 }, /Neutral alone/],
    [{ ln: 300, le: 200, ne: 0.0002 }, /borrowed neutral/],
    [{ ln: null, le: 0.99, ne: null }, /Line alone/],
  ])('%j', (pairs, cause) => expect(insulationPattern(pairs, 1)?.cause).toMatch(cause));
  it('is nothing while all are well, the limit itself included', () =>
    expect(insulationPattern({ ln: 1, le: 1, ne: 1 }, 1)).toBeNull());
});
