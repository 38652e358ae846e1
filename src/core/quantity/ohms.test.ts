import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compare, divide, exact } from './exact';
import { beside, toldApart } from './ohms';

const figure = fc
  .tuple(fc.integer({ min: 0, max: 3_000_000 }), fc.constantFrom(1000, 10_000, 997))
  .map(([n, d]) => divide(exact(n), exact(d)));

describe('two figures beside one another', () => {
  it.each([
    ['1.371', '1.366', false, '1.371 Ω > 1.366 Ω'],
    ['1.369', '1.366', true, 'at least 1.369 Ω > 1.366 Ω'],
    ['1.366', '1.366', true, 'at least 1.37 Ω ≤ 1.37 Ω'],
    ['20', '1.37', true, 'at least 20.00 Ω > 1.37 Ω'],
  ])('%s against %s (bound: %s)', (one, limit, atLeast, says) => {
    expect(beside({ figure: exact(one), atLeast }, exact(limit), 'Ω')).toBe(says);
  });

  it('never read the other way round than they are, however they are rounded', () => {
    fc.assert(
      fc.property(
        figure,
        figure,
        fc.constantFrom('half-up' as const, 'down' as const, 'up' as const),
        (a, b, rounding) => {
          const [one, other] = toldApart(a, b, 2, rounding);
          if (compare(a, b) !== 0) expect(Math.sign(Number(one) - Number(other))).toBe(compare(a, b));
        },
      ),
    );
  });
});
