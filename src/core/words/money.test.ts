import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readMoney, showMoney } from './money';

describe('money', () => {
  it.each<[string, number | null | 'refused']>([
    ['', null],
    ['0', 0],
    ['120', 12_000],
    ['£1,204.5', 120_450],
    ['1204.05', 120_405],
    ['999999.99', 99_999_999],
    ['1000000', 'refused'],
    ['1.234', 'refused'],
    ['-5', 'refused'],
    ['1e3', 'refused'],
    ['12p', 'refused'],
  ])('reads %j as %s', (typed, pence) => {
    const read = readMoney(typed);
    expect(read.ok ? read.value : 'refused').toBe(pence);
  });
  it.each([
    [0, '£0.00'],
    [7, '£0.07'],
    [120_450, '£1,204.50'],
    [100_000_000, '£1,000,000.00'],
  ])('shows %i as %s', (pence, shown) => expect(showMoney(pence)).toBe(shown));
  it('reads what it shows', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 99_999_999 }), (pence) => {
        expect(readMoney(showMoney(pence))).toEqual({ ok: true, value: pence });
      }),
    ));
});
