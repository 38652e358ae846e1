import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  add,
  compare,
  divide,
  exact,
  isAtMost,
  multiply,
  parseExact,
  subtract,
  toFixed,
  toNumber,
  toShortest,
} from './exact';

const decimals = fc
  .tuple(fc.integer({ min: -999_999, max: 999_999 }), fc.integer({ min: 0, max: 4 }))
  .map(([digits, scale]) => (digits / 10 ** scale).toFixed(scale));

describe('exact numbers', () => {
  it.each([
    ['0.37', '37/100'],
    ['.37', '37/100'],
    ['5.', '5/1'],
    ['-2', '-2/1'],
    ['+0.50', '1/2'],
    ['000', '0/1'],
  ])('reads %s', (text, fraction) => {
    const value = parseExact(text);
    expect(value && `${value.numerator}/${value.denominator}`).toBe(fraction);
  });

  it.each(['', '.', '-', '1e3', '1,5', 'Infinity', 'NaN', ' 1', '1 ', '0x10', '1.2.3', '9'.repeat(31)])(
    'refuses %j',
    (text) => {
      expect(parseExact(text)).toBeNull();
      expect(() => exact(text)).toThrow(RangeError);
    },
  );

  it('holds 0.8 × 0.35 at exactly 0.28, where floating point does not', () => {
    const limit = multiply(exact('0.8'), exact('0.35'));
    expect(isAtMost(exact('0.28'), limit)).toBe(true);
    expect(isAtMost(exact('0.29'), limit)).toBe(false);
    expect(0.28 <= 0.8 * 0.35).toBe(false);
    expect(compare(limit, exact('0.28'))).toBe(0);
  });

  it.each([
    ['2.185', 2, 'half-up', '2.19'],
    ['2.185', 2, 'down', '2.18'],
    ['2.181', 2, 'up', '2.19'],
    ['2.18', 2, 'up', '2.18'],
    ['-0.004', 2, 'half-up', '0.00'],
    ['-0.005', 2, 'half-up', '-0.01'],
    ['999.995', 2, 'half-up', '1000.00'],
    ['7', 0, 'half-up', '7'],
  ] as const)('prints %s to %i places, %s, as %s', (text, places, rounding, printed) => {
    expect(toFixed(exact(text), places, rounding)).toBe(printed);
  });

  it('prints a third without end only as far as asked', () => {
    expect(toFixed(divide(exact(1), exact(3)), 4, 'half-up')).toBe('0.3333');
    expect(toShortest(exact('0.280'), 3)).toBe('0.28');
    expect(toShortest(exact('100'), 2)).toBe('100');
  });

  it('refuses to divide by zero', () => expect(() => divide(exact(1), exact(0))).toThrow('Division by zero'));

  it('keeps the laws of arithmetic', () => {
    fc.assert(
      fc.property(decimals, decimals, decimals, (a, b, c) => {
        const [x, y, z] = [exact(a), exact(b), exact(c)];
        expect(add(x, y)).toEqual(add(y, x));
        expect(multiply(x, add(y, z))).toEqual(add(multiply(x, y), multiply(x, z)));
        expect(add(subtract(x, y), y)).toEqual(x);
        expect(Math.sign(compare(x, y))).toBe(-Math.sign(compare(y, x)) + 0);
        if (y.numerator !== 0n) expect(multiply(divide(x, y), y)).toEqual(x);
        expect(toNumber(x)).toBeCloseTo(Number(a), 6);
      }),
    );
  });
});
