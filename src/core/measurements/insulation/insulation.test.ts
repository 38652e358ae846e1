import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { editionPack } from '../../edition/editions';
import { toFixed, toNumber } from '../../quantity/exact';
import type { Way } from '../../installation/way';
import type { ReadingValue } from '../../quantity/reading-value';
import { judgeInsulation, judgeParallelInsulation, lookAgainBelow, parallelInsulation } from './insulation';
import { insulationTestOf } from './test-voltage';

const pack = editionPack('bs7671-2018-a2');
const judged = (value: ReadingValue, testVolts: number | null = 500, way: Way | null = null) => {
  const test = insulationTestOf(pack, way);
  return judgeInsulation(value, { pack, test, testVolts, lookAgainBelowMegohms: lookAgainBelow(pack, test, false) });
};
const megohms = (shown: string): ReadingValue =>
  shown.startsWith('>')
    ? { is: 'over', bound: shown.slice(1) }
    : shown.startsWith('<')
      ? { is: 'under', bound: shown.slice(1) }
      : { is: 'number', shown };

describe('insulation resistance', () => {
  it.each([
    ['0', 'ir.below-minimum', 'fails'],
    ['0.99', 'ir.below-minimum', 'fails'],
    ['1.00', 'ir.investigate', 'doubt'],
    ['1.99', 'ir.investigate', 'doubt'],
    ['2', 'ir.meets', 'meets'],
    ['>999', 'ir.meets', 'meets'],
    ['>1', 'ir.investigate', 'doubt'],
    ['>0.5', 'ir.bound-below-minimum', 'doubt'],
    ['<0.1', 'ir.below-minimum', 'fails'],
    ['<1', 'ir.bound-below-minimum', 'doubt'],
    ['<5', 'ir.bound-below-minimum', 'doubt'],
  ])('%s MΩ is %s', (shown, rule, verdict) => expect(judged(megohms(shown))).toMatchObject({ rule, verdict }));

  it.each([
    ['0.49', 'ir.below-minimum', 'fails'],
    ['0.50', 'ir.meets', 'meets'],
    ['>0.5', 'ir.meets', 'meets'],
    ['1.5', 'ir.meets', 'meets'],
  ])('%s MΩ on an extra-low voltage circuit is %s', (shown, rule, verdict) => {
    const garden: Way = { id: 'w', boardId: 'b', number: 9, voltageBand: 'SELV' };
    expect(judged(megohms(shown), null, garden)).toMatchObject({
      rule,
      verdict,
      limit: { text: 'at least 0.5 MΩ at 250 V' },
    });
  });

  it('judges 12 V lamps behind transformers as the 230 V circuit they hang on', () => {
    const kitchen: Way = { id: 'w', boardId: 'b', number: 5, description: 'Kitchen lights, 12 V downlights' };
    expect(judged(megohms('0.7'), 250, kitchen)).toMatchObject({
      verdict: 'fails',
      limit: { text: 'at least 1.0 MΩ at 250 V' },
    });
  });

  it('fails five circuits of 4 MΩ together at 0.8', () => {
    const values = Array.from({ length: 5 }, () => megohms('4'));
    const total = parallelInsulation(values);
    expect(total && toFixed(total.megohms, 2, 'half-up')).toBe('0.80');
    expect(judgeParallelInsulation(values, pack)).toMatchObject({ verdict: 'fails', expected: '0.8 MΩ' });
  });

  it('says at least when an over-range value is in it, and does not fail on a bound', () => {
    expect(judgeParallelInsulation([megohms('>999'), megohms('>999')], pack)).toMatchObject({
      verdict: 'meets',
      expected: 'at least 499.5 MΩ',
    });
    expect(judgeParallelInsulation([megohms('>1'), megohms('>1')], pack)).toMatchObject({
      verdict: 'doubt',
      rule: 'ir.board-unknown',
    });
    // One circuit below the minimum by itself settles it, whatever the over-range ones hide.
    expect(judgeParallelInsulation([megohms('>999'), megohms('0.60')], pack)).toMatchObject({
      verdict: 'fails',
      rule: 'ir.board-below',
    });
    expect(judgeParallelInsulation([megohms('>2'), megohms('1.00')], pack)).toMatchObject({
      verdict: 'doubt',
      rule: 'ir.board-unknown',
    });
  });

  it('is zero with a dead short among them and nothing without figures', () => {
    expect(parallelInsulation([megohms('0'), megohms('>999')])).toMatchObject({ atLeast: false });
    expect(parallelInsulation([{ is: 'not-taken', mark: 'LIM' }])).toBeNull();
    expect(judgeParallelInsulation([], pack)).toBeNull();
  });

  it('never exceeds the smallest circuit, in any order', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 99_999 }), { minLength: 1, maxLength: 30 }), (hundredths) => {
        const shown = hundredths.map((v) => (v / 100).toFixed(2));
        const total = parallelInsulation(shown.map(megohms));
        if (!total) throw new Error('there are figures');
        expect(toNumber(total.megohms)).toBeLessThanOrEqual(Math.min(...shown.map(Number)) + 1e-12);
        expect(parallelInsulation([...shown].reverse().map(megohms))).toEqual(total);
      }),
    );
  });
});
