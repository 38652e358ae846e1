import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { exact, isAtMost, multiply, toFixed } from '../quantity/exact';
import { breakingCapacity } from './breaking-capacity';
import { conductorResistance } from './conductor-resistance';
import { editionPack } from './editions';
import { loopLimit } from './loop-limit';

const pack = editionPack('bs7671-2018-a2');
const device = (standard: string, type: string, ratingAmps: number) => ({ standard, type, ratingAmps });

describe('maximum Zs', () => {
  it.each([
    ['BS EN 60898', 'B', 32, 0.4, '1.37'],
    ['BS EN 60898', 'B', 20, 0.4, '2.19'],
    ['BS EN 61009', 'C', 32, 0.4, '0.68'],
    ['BS EN 60898', 'D', 32, 0.4, '0.34'],
    ['BS EN 60898', 'D', 32, 5, '0.68'],
    ['BS 3871', '2', 30, 0.4, '1.04'],
    ['BS 88-3', 'C', 32, 0.4, '0.91'],
    ['BS 3036', '', 30, 5, '2.51'],
    ['BS 1361', 'II', 80, 5, '0.48'],
  ])('%s %s %i A at %d s is %s Ω', (standard, type, amps, seconds, ohms) => {
    const limit = loopLimit(pack, device(standard, type, amps), seconds);
    expect(limit.found && toFixed(limit.maxZs, 2, 'half-up')).toBe(ohms);
  });

  it('computes breakers unrounded: 0.8 of a B 20 is 1.748, not 0.8 of 2.19', () => {
    const limit = loopLimit(pack, device('BS EN 60898', 'B', 20), 0.4);
    if (!limit.found) throw new Error(limit.why);
    const ambient = multiply(exact('0.8'), limit.maxZs);
    expect(isAtMost(exact('1.748'), ambient)).toBe(true);
    expect(isAtMost(exact('1.749'), ambient)).toBe(false);
  });

  it.each([
    [device('BS 88-3', 'C', 100), 0.4, /no row/],
    [device('BS EN 60898', 'B', 32), 0.3, /no operating multiple/],
    [device('BS EN 60898', 'B', 33), 0.4, /not a rating/],
    [device('BS EN 60898', 'Z', 32), 0.4, /no table/],
  ])('gives no neighbouring value for %o at %d s', (wanted, seconds, why) => {
    const limit = loopLimit(pack, wanted, seconds);
    expect(limit.found ? '' : limit.why).toMatch(why);
  });

  it('says so where a row is still to be rechecked', () => {
    expect(loopLimit(pack, device('BS 88-3', 'C', 45), 0.4)).toMatchObject({
      found: true,
      confidence: 'recheck',
      source: expect.stringContaining('rechecked'),
    });
  });

  it('answers for every row of the fuse table, and its formula fits the rounded breaker rows', () => {
    expect(pack.fuseLimits.length).toBeGreaterThan(60);
    for (const row of pack.fuseLimits) {
      const limit = loopLimit(pack, row, row.seconds);
      expect(limit.found && toFixed(limit.maxZs, 2, 'half-up')).toBe(Number(row.maxZsOhms).toFixed(2));
    }
    const rows = readFileSync('tests/reference/max-zs.csv', 'utf8')
      .split('\n')
      .filter((line) => line.includes('formula'));
    expect(rows.length).toBeGreaterThan(100);
    for (const line of rows) {
      const [standard = '', type = '', amps, seconds, ohms] = line.split(',');
      const limit = loopLimit(pack, device(standard, type, Number(amps)), Number(seconds));
      if (!limit.found) throw new Error(`${line}: ${limit.why}`);
      expect(Math.abs(Number(toFixed(limit.maxZs, 4, 'half-up')) - Number(ohms)), line).toBeLessThan(0.0101);
    }
  });
});

describe('breaking capacity', () => {
  it.each([
    ['BS EN 60898', 'B', '6', '6'],
    ['BS EN 60898', 'B', '10 kA', '10'],
    ['BS 3036', '', 'S2A', '2'],
    ['BS 3871', '2', 'm6', '6'],
    ['BS 1361', 'II', '', '33'],
    ['BS 88-2', 'gG', '80', '80'],
  ])('%s %s marked %j breaks %s kA', (standard, type, mark, kiloamps) => {
    const capacity = breakingCapacity(pack, standard, type, mark);
    expect(capacity.found && toFixed(capacity.rated, 0, 'half-up')).toBe(kiloamps);
  });
  it('asks for the mark rather than guessing', () => {
    expect(breakingCapacity(pack, 'BS EN 60898', 'B', '')).toMatchObject({
      found: false,
      why: expect.stringContaining('mark'),
    });
    expect(breakingCapacity(pack, 'BS 3036', '', '')).toMatchObject({ found: false });
    expect(breakingCapacity(pack, 'home-made', '', '')).toMatchObject({ found: false });
  });
});

describe('editions', () => {
  it('differ only by their differences', () => {
    const later = editionPack('bs7671-2018-a3');
    expect(later.title).not.toBe(pack.title);
    expect(later.fuseLimits).toBe(pack.fuseLimits);
  });
  it('holds no neighbouring conductor', () => {
    expect(conductorResistance(pack, 'copper', 2.5)).toEqual(exact('7.41'));
    expect(conductorResistance(pack, 'copper', 3)).toBeNull();
  });
  it('names an inspection item only once', () => {
    const items = pack.inspectionEicr.map((row) => row.item);
    expect(new Set(items).size).toBe(items.length);
  });
});
