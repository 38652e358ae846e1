import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { editionPack } from '../../edition/editions';
import type { ReadingValue } from '../../quantity/reading-value';
import { type ProtectiveDevice, loopLimit } from '../../edition/loop-limit';
import { exact } from '../../quantity/exact';
import type { ZsLimit } from './limit';
import { type ZsContext, judgeZs } from './zs';

const figure = (shown: string): ReadingValue => ({ is: 'number', shown });
const pack = editionPack('bs7671-2018-a2');
const limitFor = (device: ProtectiveDevice, seconds: number): ZsLimit => {
  const found = loopLimit(pack, device, seconds);
  if (!found.found) return { why: found.why };
  return { max: found.maxZs, source: found.source, working: found.working, own: false };
};
const b32: ZsContext = {
  pack,
  limit: limitFor({ standard: 'BS EN 60898', type: 'B', ratingAmps: 32 }, 0.4),
  earthing: 'TN-C-S',
  residualMilliamps: null,
  ze: figure('0.20'),
  r1r2: figure('0.50'),
  electrode: null,
  conductorCelsius: 20,
  cablesWarm: false,
  lineShare: null,
  wiring: 'thermoplastic 70 °C, CPC in the cable',
  how: 'measured',
};
const onTT = limitFor({ standard: 'BS EN 60898', type: 'B', ratingAmps: 32 }, 0.2);
// B 32: 0.95 × 230 / 160 = 1.365625; 0.8 of it 1.0925.
describe('Zs in three bands', () => {
  it.each([
    ['0.70', {}, 'zs.within-ambient', 'meets'],
    ['1.0925', { r1r2: figure('0.89') }, 'zs.within-ambient', 'meets'],
    ['1.0926', { r1r2: figure('0.8926') }, 'zs.hot-within', 'meets'],
    ['1.10', { ze: null }, 'zs.needs-temperature', 'doubt'],
    ['1.20', { ze: figure('0.35'), r1r2: figure('0.85') }, 'zs.hot-above', 'fails'],
    ['1.17', { ze: figure('0.20'), r1r2: figure('0.97') }, 'zs.hot-within', 'meets'],
    [
      '1.20',
      { ze: figure('0.35'), r1r2: figure('0.85'), wiring: 'CPC run separately', lineShare: exact('0.4') },
      'zs.hot-within',
      'meets',
    ],
    // Nobody said how it is shared between the two: all of it warms as the line does.
    ['1.20', { ze: figure('0.35'), r1r2: figure('0.85'), wiring: 'CPC run separately' }, 'zs.hot-above', 'fails'],
    ['1.22', { ze: figure('0.35'), r1r2: figure('0.87'), conductorCelsius: 30 }, 'zs.hot-within', 'meets'],
    ['1.22', { ze: figure('0.35'), r1r2: figure('0.87'), cablesWarm: true }, 'zs.needs-temperature', 'doubt'],
    [
      '1.17',
      { ze: figure('0.20'), r1r2: figure('0.97'), wiring: 'thermosetting 90 °C, CPC in the cable' },
      'zs.hot-above',
      'fails',
    ],
    ['1.365625', { ze: null }, 'zs.needs-temperature', 'doubt'],
    ['1.365626', { ze: null }, 'zs.above-maximum', 'fails'],
    ['2.10', { residualMilliamps: 30 }, 'zs.by-rcd', 'doubt'],
    ['1.20', { residualMilliamps: 30, ze: null }, 'zs.by-rcd', 'meets'],
    ['1.45', { residualMilliamps: 30, ze: null }, 'zs.by-rcd', 'meets'],
    ['1666', { residualMilliamps: 30, ze: null }, 'zs.by-rcd', 'meets'],
    ['1667', { residualMilliamps: 30, ze: null }, 'zs.above-rcd', 'fails'],
    ['9.4', { earthing: 'TT', limit: onTT, ze: null }, 'zs.above-maximum', 'fails'],
    [
      '900',
      { residualMilliamps: 30, earthing: 'TT', limit: onTT, electrode: figure('150'), ze: null },
      'zs.by-rcd',
      'meets',
    ],
    [
      '900',
      { residualMilliamps: 30, earthing: 'TT', limit: onTT, electrode: figure('201'), ze: null },
      'zs.by-rcd',
      'doubt',
    ],
    ['100', { limit: { why: 'the protective device is not described yet' }, ze: null }, 'zs.above-any-device', 'fails'],
    ['1667', { residualMilliamps: 30, earthing: 'TT', limit: onTT }, 'zs.above-rcd', 'fails'],
    ['61.9', { residualMilliamps: 30, earthing: 'TT', limit: onTT, ze: figure('61') }, 'zs.by-rcd', 'meets'],
    ['199.99', { residualMilliamps: 30, earthing: 'TT', limit: onTT, ze: null }, 'zs.by-rcd', 'meets'],
    ['200', { residualMilliamps: 30, earthing: 'TT', limit: onTT, ze: null }, 'zs.by-rcd', 'meets'],
    ['200.1', { residualMilliamps: 30, earthing: 'TT', limit: onTT, ze: null }, 'zs.by-rcd', 'doubt'],
    ['0.70', { limit: { why: 'the protective device is not described yet' } }, 'zs.no-limit', 'unjudged'],
    ['0.70', { limit: limitFor({ standard: 'BS 88-3', type: 'C', ratingAmps: 100 }, 0.4) }, 'zs.no-limit', 'unjudged'],
  ] as [string, Partial<ZsContext>, string, string][])('%s Ω with %o is %s', (ohms, change, rule, verdict) => {
    expect(judgeZs(figure(ohms), { ...b32, ...change })).toMatchObject({ rule, verdict });
  });

  it.each([
    ['1.99', {}, 'zs.over-range', 'fails'],
    ['1', {}, 'zs.bound-within', 'doubt'],
    ['20', { residualMilliamps: 30 }, 'zs.bound-within-rcd', 'doubt'],
    ['1999', { residualMilliamps: 30 }, 'zs.above-rcd', 'fails'],
    ['20', { earthing: 'TT', limit: onTT }, 'zs.over-range', 'fails'],
    ['20', { limit: { why: 'the protective device is not described yet' } }, 'zs.bound-without-limit', 'doubt'],
    ['2000', { limit: { why: 'the protective device is not described yet' } }, 'zs.above-any-device', 'fails'],
  ] as [string, Partial<ZsContext>, string, string][])('over %s Ω with %o is %s', (bound, change, rule, verdict) => {
    const judgement = judgeZs({ is: 'over', bound }, { ...b32, ...change });
    expect(judgement).toMatchObject({ rule, verdict });
    expect(judgement.limit).not.toBeNull();
  });

  it('shows the arithmetic with the numbers in it', () => {
    const { working, limit, expected } = judgeZs(figure('1.20'), { ...b32, ze: figure('0.35'), r1r2: figure('0.85') });
    expect(working.join(' | ')).toContain('0.95 × 230 V ÷ (5 × 32 A)');
    expect(working.join(' | ')).toContain('Ze 0.35 + 1.2 × 0.85 = 1.37 Ω');
    expect(limit?.source).toContain('BS 7671:2018+A2:2022');
    expect(expected).toContain('1.20 Ω = Ze 0.35 + (R1+R2) 0.85');
  });

  it('doubts a Zs below Ze on the same path', () => {
    expect(judgeZs(figure('0.15'), b32)).toMatchObject({ verdict: 'doubt', next: { rule: 'zs.below-ze' } });
    expect(judgeZs(figure('0.20'), { ...b32, r1r2: figure('0.02') }).verdict).toBe('meets');
  });

  it('doubts a Zs well above Ze + (R1+R2), and only beyond the allowance', () => {
    // 0.70 expected, allowance 0.1 + 0.07.
    expect(judgeZs(figure('0.87'), b32).verdict).toBe('meets');
    expect(judgeZs(figure('0.88'), b32)).toMatchObject({
      verdict: 'doubt',
      next: { rule: 'zs.above-sum' },
    });
  });

  it("takes the inspector's own limit with its reason", () => {
    const judgement = judgeZs(figure('0.70'), {
      ...b32,
      limit: { max: exact('0.60'), source: 'set by the inspector: maker states it', working: 'w', own: true },
    });
    expect(judgement).toMatchObject({ verdict: 'fails', limit: { source: 'set by the inspector: maker states it' } });
  });

  it('never grows milder as the reading rises', () => {
    const order = ['meets', 'unjudged', 'doubt', 'fails'];
    const plain = { ...b32, ze: null, r1r2: null };
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 50_000 }), fc.integer({ min: 1, max: 50_000 }), (a, b) => {
        const [low, high] = [Math.min(a, b), Math.max(a, b)].map(
          (v) => judgeZs(figure((v / 1000).toFixed(3)), plain).verdict,
        );
        expect(order.indexOf(high ?? '')).toBeGreaterThanOrEqual(order.indexOf(low ?? ''));
      }),
    );
  });
});
