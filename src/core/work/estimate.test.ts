import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { eicr } from '../certificates/eicr/definition';
import { type Done, estimate, usualSize } from './estimate';

const house = { document: 'EICR', boards: 1, circuits: 9, points: 43 };
const done = (siteMinutes: number, more: Partial<Done> = {}): Done => ({
  ...house,
  siteMinutes,
  paperMinutes: 30,
  ...more,
});

describe('an estimate', () => {
  it('begins with the start values and a wide spread', () => {
    // 25 + 20 + 9 × 9 + 43 × 1.2 = 177.6.
    expect(estimate(eicr.minutes, house, [])).toEqual({
      siteMinutes: 180,
      paperMinutes: 30,
      low: 135,
      high: 240,
      from: 0,
    });
  });
  it('learns the median of the firm’s own jobs of the kind, drawn to the start while they are few', () => {
    const twice = 355;
    const by = (count: number) =>
      estimate(
        eicr.minutes,
        house,
        Array.from({ length: count }, () => done(twice)),
      ).siteMinutes;
    // One counts a third against two guesses: 177.6 × 2^(1/3) = 224; four two thirds: 177.6 × 2^(2/3) = 282.
    expect([by(1), by(4), by(100)]).toEqual([225, 280, 350]);
  });
  it('one odd day moves nothing, and what was written down at once or is of another kind does not count', () => {
    const usual = [170, 175, 180, 185, 190].map((minutes) => done(minutes));
    const calm = estimate(eicr.minutes, house, usual);
    expect(estimate(eicr.minutes, house, [...usual, done(4000), done(20)])).toMatchObject({
      siteMinutes: calm.siteMinutes,
      from: 7,
    });
    expect(estimate(eicr.minutes, house, [done(4), done(900, { document: 'EIC' })])).toEqual(
      estimate(eicr.minutes, house, []),
    );
  });
  it('says between what half of them lay', () => {
    const { low, high, siteMinutes } = estimate(
      eicr.minutes,
      house,
      [100, 150, 180, 210, 300].map((minutes) => done(minutes)),
    );
    expect([low, siteMinutes, high]).toEqual([150, 180, 210]);
  });
  it('more of anything never takes less', () => {
    const size = fc.record({ boards: fc.nat(4), circuits: fc.nat(30), points: fc.nat(120) });
    const past = fc.array(
      fc.integer({ min: 30, max: 600 }).map((minutes) => done(minutes)),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(size, size, past, (a, more, jobs) => {
        const larger = {
          boards: a.boards + more.boards,
          circuits: a.circuits + more.circuits,
          points: a.points + more.points,
        };
        const of = (described: typeof a) =>
          estimate(eicr.minutes, { document: 'EICR', ...described }, jobs).siteMinutes;
        expect(of(larger)).toBeGreaterThanOrEqual(of(a));
      }),
    );
  });
  it.each([
    ['Three-bedroom end-of-terrace house', { boards: 1, circuits: 9, points: 43 }],
    ['3 bed semi with garage', { boards: 2, circuits: 9, points: 43 }],
    ['Landlord report, twelve circuits, two boards', { boards: 2, circuits: 12, points: 43 }],
    ['2 bed flat, 8-way board, 45 points', { boards: 1, circuits: 8, points: 45 }],
    ['one consumer unit and no garage', { boards: 1, circuits: 9, points: 43 }],
    ['Studio', { boards: 1, circuits: 4, points: 12 }],
    ['Two-bedroom flat', { boards: 1, circuits: 7, points: 30 }],
    ['', { boards: 1, circuits: 9, points: 43 }],
  ])('%j is usually %j', (premises, size) => expect(usualSize(premises)).toEqual(size));
});
