import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomFrom } from '../../../core/physics/seeded-random';
import { randomSections, readSides } from '../../../../tests/support/opened-tree';
import { type LocationPoint, type Opening, legHome, locateFault } from './locate';

const row = (count: number): LocationPoint[] =>
  Array.from({ length: count }, (_, i) => ({ id: `P${i + 1}`, after: i === 0 ? null : `P${i}`, kind: 'socket' }));
const located = (points: readonly LocationPoint[], openings: readonly Opening[]) => {
  const result = locateFault(points, openings);
  if (!result.ok) throw new Error(result.problem);
  return result.location;
};

const openingsSaid = (points: readonly LocationPoint[], last: string | null) => {
  const answer = locateFault(points, [], last);
  return answer.ok ? answer.location.openingsAtMost : NaN;
};

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
  it.each([
    ['a run', 0, false, 1],
    ['branches', 0.35, false, 1],
    ['a ring with spurs', 0.15, true, 1],
    ['two faults', 0.35, false, 2],
    ['three faults on a ring', 0.15, true, 3],
  ] as const)(
    'finds what is low and nothing else, in no more openings than it said: %s',
    (_name, branching, ring, count) => {
      const random = randomFrom(99);
      for (let round = 0; round < 60; round += 1) {
        const sections = randomSections(random, 4 + Math.floor(random() * 24), branching);
        const last = ring ? (sections.at(-1)?.id ?? null) : null;
        const run = ring ? [...sections, { id: legHome, after: last, kind: 'socket' as const }] : sections;
        const faults = new Set<string>();
        while (faults.size < count) faults.add(run[Math.floor(random() * run.length)]?.id ?? '');
        const openings: Opening[] = [];
        const atMost = run.length;
        for (;;) {
          const answer = locateFault(sections, openings, last);
          if (!answer.ok) throw new Error(answer.problem);
          const { next, found, cleared, openingsAtMost, openingsLeft } = answer.location;
          expect(openingsLeft).toBeLessThanOrEqual(openingsAtMost);
          expect(cleared.filter((section) => faults.has(section))).toEqual([]);
          if (!next) {
            expect(new Set(found)).toEqual(faults);
            break;
          }
          openings.push({
            before: next.before,
            ...readSides(run, faults, new Set([...openings.map((each) => each.before), next.before]), next.before),
          });
          expect(openings.length).toBeLessThanOrEqual(atMost);
        }
        if (count === 1) expect(openings.length).toBeLessThanOrEqual(openingsSaid(sections, last));
      }
    },
  );
  it('says what was not read, and reads two openings by the order they were made in', () => {
    const half = located(row(6), [{ before: 'P4', boardSide: null, farSide: 'low' }]);
    expect(half.unread).toEqual(['P1', 'P2', 'P3']);
    expect(half.reasons.join()).toMatch(/3 sections have not been read/);
    // Opened before P5 first: what lies beyond it is no longer part of what is read at P2.
    const later = { before: 'P2', boardSide: null, farSide: 'well' } as const;
    const first = { before: 'P5', boardSide: 'low', farSide: 'low' } as const;
    expect(located(row(6), [first, later]).cleared).toEqual(['P2', 'P3', 'P4']);
    expect(located(row(6), [{ ...first, joined: true, farSide: null }, later]).cleared).toEqual([
      'P2',
      'P3',
      'P4',
      'P5',
      'P6',
    ]);
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
