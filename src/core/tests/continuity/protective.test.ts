import { describe, expect, it } from 'vitest';
import { editionPack } from '../../edition/editions';
import { exact } from '../../quantity/exact';
import type { ReadingValue } from '../../quantity/reading-value';
import { judgeHalfCurrent, judgeResidualTime } from '../residual/residual';
import { judgeBonding } from './bonding';
import {
  adiabaticMm2,
  judgeAdiabatic,
  judgeExtraneous,
  judgeLineNeutralLoop,
  judgeSupplementaryBonding,
} from './protective';

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

describe('the adiabatic equation', () => {
  it('is √(I²t) ÷ k', () => expect(adiabaticMm2(1100, 0.1, 115)).toBeCloseTo(3.025, 3));
  it.each([
    [2.5, 'fails'],
    [4, 'meets'],
  ] as const)('%s mm²: %s', (csa, verdict) => expect(judgeAdiabatic(csa, 1100, 0.1, 115).verdict).toBe(verdict));
  it('refuses nonsense', () => expect(() => adiabaticMm2(-1, 0.1, 115)).toThrow(/zero or more/));
});

describe('the line to neutral loop beside an RCD', () => {
  it.each([
    ['1.09', 'meets'],
    ['1.10', 'fails'],
  ])('%s Ω against 0.8 × 1.3656: %s', (shown, verdict) =>
    expect(judgeLineNeutralLoop(number(shown), pack, exact('1.365625')).verdict).toBe(verdict),
  );
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
    expect(judgeBonding(number(shown), pack, 'copper', 10, metres).rule).toBe(rule),
  );
});

describe('an RCD at half and five times its current', () => {
  it.each([
    [over('2000'), 'meets'],
    [number('2000'), 'meets'],
    [number('1999'), 'fails'],
  ])('half: %j %s', (value, verdict) => expect(judgeHalfCurrent(value, pack).verdict).toBe(verdict));
  const device = (delayed: boolean) => ({ standard: 'BS EN 61008', delayed, milliamps: 30 });
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
});
