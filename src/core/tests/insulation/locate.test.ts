import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomFrom } from '../../../standins/seeded-random';
import { type LocationPoint, type Opening, insulationPattern, locateFault } from './locate';

const row = (count: number): LocationPoint[] =>
  Array.from({ length: count }, (_, i) => ({ id: `P${i + 1}`, after: i === 0 ? null : `P${i}`, kind: 'socket' }));
const located = (points: readonly LocationPoint[], openings: readonly Opening[]) => {
  const result = locateFault(points, openings);
  if (!result.ok) throw new Error(result.problem);
  return result.location;
};

/** Opens where it is told, with a fault in one section, until one suspect is left. */
function hunt(points: readonly LocationPoint[], faulty: string): { found: string; openings: number } {
  const openings: Opening[] = [];
  for (;;) {
    const { next, suspects } = located(points, openings);
    if (!next) return { found: suspects[0]?.section ?? '', openings: openings.length };
    const beyond = new Set<string>();
    const walk = (id: string) => {
      beyond.add(id);
      points.filter((p) => p.after === id && !openings.some((o) => o.before === p.id)).forEach((p) => walk(p.id));
    };
    walk(next.before);
    const far = beyond.has(faulty);
    openings.push({ before: next.before, boardSide: far ? 'well' : 'low', farSide: far ? 'low' : 'well' });
  }
}

describe('halving', () => {
  it('begins in the middle of a plain row and counts what is left', () => {
    const { next, openingsLeft } = located(row(8), []);
    expect(next).toEqual({ before: 'P5', farShare: 0.5 });
    expect(openingsLeft).toBeCloseTo(3, 9);
  });
  it('leans towards the outdoor point', () => {
    const points = row(8).map((p, i) => ({ ...p, kind: i === 7 ? ('outdoor' as const) : p.kind }));
    expect(located(points, []).next?.before).toBe('P7');
    expect(located(row(8), []).next?.before).toBe('P5');
    expect(located(points, []).suspects[0]).toMatchObject({ section: 'P8', share: 6 / 13 });
  });
  it('clears a side that reads well and keeps the one that reads low', () => {
    const { suspects, cleared } = located(row(4), [{ before: 'P3', boardSide: 'well', farSide: 'low' }]);
    expect(cleared).toEqual(['P1', 'P2']);
    expect(suspects.map((s) => s.section)).toEqual(['P3', 'P4']);
  });
  it('notices two faults', () => {
    const { faults, reasons } = located(row(6), [{ before: 'P4', boardSide: 'low', farSide: 'low' }]);
    expect(faults).toBe('at least two');
    expect(reasons.join()).toMatch(/at least two faults/);
  });
  it('finds every fault on every random tree, in about log2 of the sections', () => {
    const random = randomFrom(99);
    const over: number[] = [];
    for (let round = 0; round < 60; round += 1) {
      const count = 4 + Math.floor(random() * 20);
      const points = Array.from({ length: count }, (_, i): LocationPoint => ({
        id: `P${i}`,
        after: i === 0 ? null : random() < 0.75 ? `P${i - 1}` : `P${Math.floor(random() * i)}`,
        kind: 'socket',
      }));
      for (const { id } of points) {
        const { found, openings } = hunt(points, id);
        expect(found).toBe(id);
        over.push(openings - Math.log2(count));
      }
    }
    expect(over.reduce((a, b) => a + b, 0) / over.length).toBeLessThan(0.5);
  });
  it('never expects more openings than sections, nor fewer than the belief allows', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 24 }), (count) => {
        const { openingsLeft } = located(row(count), []);
        expect(openingsLeft).toBeLessThanOrEqual(count);
        expect(openingsLeft).toBeGreaterThanOrEqual(Math.log2(count) - 1e-9);
      }),
    );
  });
  it.each([
    [
      'a circle',
      [
        { id: 'A', after: 'B', kind: 'socket' },
        { id: 'B', after: 'A', kind: 'socket' },
      ],
      [],
      /circle at/,
    ],
    ['a point after nothing', [{ id: 'A', after: 'Q', kind: 'socket' }], [], /A comes after Q/],
    [
      'a point twice',
      [
        { id: 'A', after: null, kind: 'socket' },
        { id: 'A', after: null, kind: 'socket' },
      ],
      [],
      /A is there twice/,
    ],
    ['no points', [], [], /no points/],
    ['an opening of nothing', row(2), [{ before: 'P9', boardSide: null, farSide: null }], /P9, which is not/],
    ['all well', row(2), [{ before: 'P2', boardSide: 'well', farSide: 'well' }], /Every section reads well/],
    [
      'a contradiction',
      row(4),
      [
        { before: 'P3', boardSide: 'well', farSide: 'low' },
        { before: 'P4', boardSide: 'well', farSide: 'well' },
      ],
      /contradict one another/,
    ],
  ] as [string, LocationPoint[], Opening[], RegExp][])('refuses %s', (_name, points, openings, words) => {
    const result = locateFault(points, openings);
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.problem).toMatch(words);
  });
});

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
