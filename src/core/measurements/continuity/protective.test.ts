import { describe, expect, it } from 'vitest';
import { editionPack } from '../../edition/editions';
import { exact } from '../../quantity/exact';
import type { ReadingValue } from '../../quantity/reading-value';
import { judgeHalfCycles, judgeResidualTime } from '../residual/residual';
import { judgeBonding, judgeBondingSize, judgeEarthingSize } from './bonding';
import { judgeExtraneous, judgeLineNeutralLoop, judgeSupplementaryBonding } from './protective';

const pack = editionPack('bs7671-2018-a2');
const number = (shown: string): ReadingValue => ({ is: 'number', shown });
const over = (bound: string): ReadingValue => ({ is: 'over', bound });

describe('supplementary bonding: R ≤ 50 ÷ Ia', () => {
  it.each([
    ['160', '0.31', 'meets'],
    ['160', '0.3125', 'meets'],
    ['160', '0.32', 'fails'],
    ['0.03', '1666', 'meets'],
    ['0.03', '1667', 'fails'],
  ])('Ia %s A, %s Ω: %s', (ia, shown, verdict) =>
    expect(judgeSupplementaryBonding(number(shown), pack, ia).verdict).toBe(verdict),
  );
  it('open fails', () => expect(judgeSupplementaryBonding({ is: 'open' }, pack, '160').verdict).toBe('fails'));
});

describe('is it extraneous', () => {
  it.each([
    [number('0.021'), 'extraneous.is'],
    [number('0.022'), 'extraneous.is'],
    [number('0.023'), 'extraneous.not'],
    [over('999'), 'extraneous.not'],
    [{ is: 'open' } as ReadingValue, 'extraneous.not'],
    [number('0.00'), 'extraneous.is'],
  ])('%j: %s', (value, rule) => expect(judgeExtraneous(value, pack).rule).toBe(rule));
});

describe('sizes of earthing and bonding conductors', () => {
  const fault = (amps: string) => ({ amps, seconds: '1', k: '143' });
  it.each([
    ['16', 25, null, null, 'meets', '16 mm²'],
    ['10', 25, null, null, 'fails', '16 mm²'],
    // The fault asks for 9.993 mm²: meeting the equation is compliance.
    ['10', 25, fault('1429'), null, 'meets', '9.993 mm²'],
    ['10', 25, fault('1431'), null, 'fails', '10.007 mm²'],
    // Where PME, Table 54.8 is not waived by any calculation.
    ['10', 25, fault('100'), 35, 'meets', '10 mm²'],
    ['6', 25, fault('100'), 35, 'fails', '10 mm²'],
    [null, 25, null, null, 'unjudged', '16 mm²'],
  ] as const)('earthing %s mm² for a line of %s', (fitted, lineMm2, by, pmeNeutralMm2, verdict, figure) =>
    expect(judgeEarthingSize(fitted, pack, { lineMm2, fault: by, pmeNeutralMm2 })).toMatchObject({
      verdict,
      limit: { figure },
    }),
  );
  it.each([
    ['6', { earthingRequiredMm2: 10 }, 'meets'],
    ['4', { earthingRequiredMm2: 10 }, 'fails'],
    ['16', { earthingRequiredMm2: 35 }, 'fails'],
    ['25', { earthingRequiredMm2: 120 }, 'meets'],
    ['10', { pmeNeutralMm2: 35 }, 'meets'],
    ['10', { pmeNeutralMm2: 36 }, 'fails'],
    ['50', { pmeNeutralMm2: 151 }, 'meets'],
  ] as const)('bonding %s mm² by %j: %s', (fitted, by, verdict) =>
    expect(judgeBondingSize(fitted, pack, by).verdict).toBe(verdict),
  );
});

describe('the line to neutral loop beside an RCD', () => {
  it.each([
    ['1.09', 'meets'],
    ['1.10', 'fails'],
  ])('%s Ω against 0.8 × 1.3656: %s', (shown, verdict) =>
    expect(judgeLineNeutralLoop(number(shown), pack, exact('1.365625')).verdict).toBe(verdict),
  );
  // The supply alone is 0.30 Ω; the two readings may be 0.1 Ω apart by the instrument.
  it.each([
    [number('0.19'), 'ln-loop.below-supply', 'doubt'],
    [number('0.20'), 'ln-loop.meets', 'meets'],
    [number('0.30'), 'ln-loop.meets', 'meets'],
    [number('1.10'), 'ln-loop.above', 'fails'],
    [over('0.1'), 'ln-loop.bound-within', 'doubt'],
  ])('%o beside the supply: %s', (value, rule, verdict) =>
    expect(judgeLineNeutralLoop(value, pack, exact('1.365625'), exact('0.3'))).toMatchObject({ rule, verdict }),
  );
  it('tells the share of the supply in what was read', () =>
    expect(judgeLineNeutralLoop(number('0.71'), pack, exact('1.365625'), exact('0.3')).working.at(-1)).toMatch(
      /supply takes 0\.30 Ω .* 0\.41 Ω/,
    ));
});

describe('a bond whose length is known', () => {
  it.each([
    // 25 m: 0.04575 Ω; with 0.02 and a quarter for joints, 0.0771875.
    ['0.05', 25, 'bonding.as-expected'],
    ['0.077', 25, 'bonding.as-expected'],
    ['0.078', 25, 'bonding.above-expected'],
    ['0.02', 25, 'bonding.low'],
    ['0.04', 25, 'bonding.as-expected'],
    ['0.09', 49, 'bonding.as-expected'],
  ] as const)('%s Ω over %s m: %s', (shown, metres, rule) =>
    expect(judgeBonding(number(shown), pack, { material: 'copper', csaMm2: 10, lengthMetres: metres }).rule).toBe(rule),
  );
});

describe('an RCD at half and five times its current', () => {
  const device = (delayed: boolean, milliamps = 30) => ({ standard: 'BS EN 61008', delayed, milliamps });
  it.each([
    [over('2000'), 'meets'],
    [number('2000'), 'meets'],
    [number('1999'), 'fails'],
    [over('1999'), 'meets'],
    [over('1998'), 'doubt'],
    [over('300'), 'doubt'],
  ])('half: %j %s', (value, verdict) =>
    expect(judgeResidualTime(value, pack, device(false), '0.5x').verdict).toBe(verdict),
  );
  it.each([
    ['40', false, 'meets'],
    ['41', false, 'fails'],
    ['49', true, 'fails'],
    ['50', true, 'meets'],
    ['150', true, 'meets'],
    ['151', true, 'fails'],
  ] as const)('five times: %s ms, delayed %s: %s', (shown, delayed, verdict) =>
    expect(judgeResidualTime(number(shown), pack, device(delayed), '5x').verdict).toBe(verdict),
  );
  it.each([
    ['20', '41', 'fails'],
    ['20', '39', 'meets'],
  ])('both half cycles count: %s and %s ms: %s', (one, other, verdict) =>
    expect(judgeHalfCycles([number(one), number(other)], pack, device(false), '5x').verdict).toBe(verdict),
  );
  it('has no five times above 30 mA, and says why', () => {
    const judgement = judgeResidualTime(number('39'), pack, device(false, 100), '5x');
    expect(judgement).toMatchObject({ verdict: 'unjudged', working: [expect.stringContaining('30 mA and below')] });
  });
  it('leaves a half cycle that was not taken open, unless the other fails', () => {
    const none: ReadingValue = { is: 'not-taken', mark: 'N/V' };
    expect(judgeHalfCycles([number('20'), none], pack, device(false), '1x').rule).toBe('rcd.not-taken');
    expect(judgeHalfCycles([none, number('301')], pack, device(false), '1x').verdict).toBe('fails');
  });
});
