import { describe, expect, it } from 'vitest';
import { editionPack } from '../../edition/editions';
import { toShortest } from '../../quantity/exact';
import type { ReadingValue } from '../../quantity/reading-value';
import { judgeBonding, requiredBonding } from './bonding';
import { judgeWithLeads } from './lead-null';
import { judgeRingEnd } from '../ring/judge';
import { type RadialContext, judgeRadial } from './continuity';

const pack = editionPack('bs7671-2018-a2');
const ohms = (shown: string): ReadingValue => ({ is: 'number', shown });
const open: ReadingValue = { is: 'open' };
const cable: RadialContext = { pack, liveCsaMm2: 2.5, cpcCsaMm2: 1.5, lengthMetres: null, ring: null };

describe('R1+R2', () => {
  it('shows the length a reading implies: 0.39 Ω is 20 m of 2.5/1.5', () => {
    expect(judgeRadial(ohms('0.39'), 'R1+R2', cable)).toMatchObject({
      rule: 'continuity.implied-length',
      expected: 'about 20 m of 2.5/1.5 mm² at 20 °C',
    });
    expect(judgeRadial(ohms('0.242'), 'R2', cable)).toMatchObject({ expected: 'about 20 m of 1.5 mm² CPC at 20 °C' });
  });
  // 20 m of 2.5/1.5: 0.3902 Ω; above it 0.05 + a quarter = 0.14755 of room, below it a quarter and 0.02.
  it.each([
    ['0.39', 'continuity.as-expected', 'meets'],
    ['0.5377', 'continuity.as-expected', 'meets'],
    ['0.5378', 'continuity.high', 'doubt'],
    ['0.2727', 'continuity.as-expected', 'meets'],
    ['0.2726', 'continuity.low', 'doubt'],
  ])('%s Ω over 20 m is %s', (shown, rule, verdict) =>
    expect(judgeRadial(ohms(shown), 'R1+R2', { ...cable, lengthMetres: 20 })).toMatchObject({ rule, verdict }),
  );
  it('expects a quarter of the ring ends', () => {
    expect(
      judgeRadial(ohms('0.29'), 'R1+R2', { ...cable, ring: { r1: ohms('0.445'), r2: ohms('0.726') } }),
    ).toMatchObject({ verdict: 'meets', expected: '0.29 Ω' });
  });
  it('fails an open conductor and warns before live tests', () => {
    expect(judgeRadial(open, 'R1+R2', cable)).toMatchObject({
      verdict: 'fails',
      next: { rule: 'continuity.open' },
    });
  });
  it('claims nothing without the cable', () =>
    expect(judgeRadial(ohms('0.4'), 'R1+R2', { ...cable, cpcCsaMm2: null }).verdict).toBe('unjudged'));
});

describe('ring ends', () => {
  const none = { r1: null, rn: null };
  it.each([
    ['0.50', '0.55', 'ring.lives-agree'],
    ['0.50', '0.551', 'ring.lives-differ'],
    ['0.55', '0.50', 'ring.lives-agree'],
  ])('r1 %s beside rn %s: %s', (r1, rn, rule) =>
    expect(judgeRingEnd(ohms(r1), 'r1', { r1: ohms(r1), rn: ohms(rn) }, cable).rule).toBe(rule),
  );
  it('knows the ratio 1.63 of 2.5/1.5 and a CPC that behaves like 1.0 mm²', () => {
    expect(judgeRingEnd(ohms('0.726'), 'r2', { ...none, r1: ohms('0.445') }, cable).rule).toBe('ring.ratio-fits');
    expect(judgeRingEnd(ohms('1.086'), 'r2', { ...none, r1: ohms('0.445') }, cable)).toMatchObject({
      verdict: 'doubt',
      next: { rule: 'ring.ratio-of-another', figures: { cable: expect.stringContaining('2.5/1 mm²') } },
    });
    expect(judgeRingEnd(ohms('1.9'), 'r2', { ...none, r1: ohms('0.445') }, cable)).toMatchObject({
      next: { rule: 'ring.ratio-off' },
    });
  });
  it('fails an open end', () =>
    expect(judgeRingEnd(open, 'rn', none, cable)).toMatchObject({ verdict: 'fails', rule: 'ring.open' }));
});

describe('bonding', () => {
  it.each([
    ['0.05', 10, 'meets', '27'],
    ['0.06', 10, 'doubt', '33'],
    ['0.09', 6, 'doubt', '29'],
  ])('%s Ω in %i mm² %s, about %s m', (shown, csa, verdict, metres) => {
    const judgement = judgeBonding(ohms(shown), pack, { material: 'copper', csaMm2: csa, lengthMetres: null });
    expect(judgement.verdict).toBe(verdict);
    expect(judgement.expected).toBe(`about ${metres} m of ${csa} mm²`);
  });
  it('fails without continuity however it looks', () =>
    expect(judgeBonding(open, pack, { material: 'copper', csaMm2: 10, lengthMetres: null }).verdict).toBe('fails'));
  it.each([
    ['TN-S', 16, '16', '8'],
    ['TN-S', 25, '16', '8'],
    ['TN-C-S', 25, '16', '10'],
    ['TN-C-S', 50, '25', '16'],
    ['TN-C-S', 120, '60', '35'],
    ['TN-S', 10, '10', '6'],
    ['TN-S', 120, '60', '25'],
    ['TN-C-S', 35, '16', '10'],
  ] as const)('%s with %i mm² tails: earthing %s, bonding %s', (earthing, tails, earth, bond) => {
    const sizes = requiredBonding(pack, earthing, tails);
    expect([toShortest(sizes.earthingMm2, 2), toShortest(sizes.bondingMm2, 2)]).toEqual([earth, bond]);
  });
  it('takes the leads off, and shows a wrong null as below zero', () => {
    const bond = (value: ReadingValue) =>
      judgeBonding(value, pack, { material: 'copper', csaMm2: 10, lengthMetres: null });
    const judged = (shown: string, leads: { nulled: boolean; ohms: string | null }) =>
      judgeWithLeads(ohms(shown), leads, bond);
    expect(judged('0.35', { nulled: false, ohms: '0.30' })).toMatchObject({ verdict: 'meets' });
    expect(judged('0.36', { nulled: false, ohms: '0.30' })).toMatchObject({ verdict: 'doubt' });
    expect(judged('0.36', { nulled: true, ohms: '0.30' })).toEqual(bond(ohms('0.36')));
    expect(judged('0.29', { nulled: false, ohms: '0.30' })).toMatchObject({
      rule: 'leads.below-nothing',
      verdict: 'doubt',
    });
    expect(judged('0.05', { nulled: false, ohms: null })).toMatchObject({ rule: 'leads.unknown', verdict: 'doubt' });
  });
});
