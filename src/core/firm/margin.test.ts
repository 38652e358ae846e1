import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Costs, agreedPence, marginOf, marginOfMany } from './margin';

const costs = (part: Partial<Costs>): Costs => ({
  pricePence: 24_000,
  materialsPence: 3_000,
  siteMinutes: 180,
  paperMinutes: 40,
  travelMinutes: 32,
  ...part,
});

describe('a margin', () => {
  it('is what is left of the price over all the time it took', () => {
    // £210 over 252 minutes: £50 an hour.
    expect(marginOf(costs({}))).toEqual({ leftPence: 21_000, minutes: 252, hourPence: 5_000 });
    expect(marginOf(costs({ materialsPence: 30_000 }))?.hourPence).toBeLessThan(0);
  });
  it.each([
    ['no price', { pricePence: null }, null],
    ['no time at all', { siteMinutes: null, paperMinutes: null, travelMinutes: null }, null],
    ['nothing for materials said', { materialsPence: null }, 24_000],
    ['a price of nothing', { pricePence: 0, materialsPence: 0 }, 0],
  ] as const)('with %s', (_name, part, left) => expect(marginOf(costs(part))?.leftPence ?? null).toBe(left));

  it('of several is between the worst and the best of them', () => {
    const some = fc.array(
      fc.record({
        pricePence: fc.integer({ min: 0, max: 1_000_000 }),
        materialsPence: fc.integer({ min: 0, max: 100_000 }),
        siteMinutes: fc.integer({ min: 1, max: 900 }),
        paperMinutes: fc.integer({ min: 0, max: 200 }),
        travelMinutes: fc.integer({ min: 0, max: 200 }),
      }),
      { minLength: 1, maxLength: 8 },
    );
    fc.assert(
      fc.property(some, (jobs) => {
        const hours = jobs.flatMap((each) => marginOf(each)?.hourPence ?? []);
        const all = marginOfMany(jobs)?.hourPence ?? NaN;
        expect(all).toBeGreaterThanOrEqual(Math.min(...hours) - 1);
        expect(all).toBeLessThanOrEqual(Math.max(...hours) + 1);
      }),
    );
    expect(marginOfMany([costs({ pricePence: null })])).toBeNull();
  });
});

describe('what a job was agreed at', () => {
  const line = (pence: number) => ({ what: 'A line', pence });
  it.each([
    ['nothing said', undefined, [], null],
    ['a quote within the job', undefined, [line(100), line(250)], 350],
    ['a price told, whatever the quote', { pricePence: 240, lines: [] }, [line(100)], 240],
    ['a price of nothing told', { pricePence: 0, lines: [line(9)] }, [], 0],
    ['lines told', { pricePence: null, lines: [line(180), line(20)] }, [], 200],
    ['lines told beside a quote', { pricePence: null, lines: [line(180)] }, [line(640)], 820],
    ['told of, and no price', { pricePence: null, lines: [] }, [], null],
  ] as const)('%s', (_name, told, quote, pence) => expect(agreedPence(told, quote)).toBe(pence));
});
