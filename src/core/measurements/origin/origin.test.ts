import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { editionPack } from '../../edition/editions';
import { exact } from '../../quantity/exact';
import type { ReadingValue } from '../../quantity/reading-value';
import { judgeButton, judgePolarity } from '../polarity/polarity';
import { judgeResidualTime } from '../residual/residual';
import { judgeBreaking, prospectiveFaultCurrent } from './fault-current';
import { judgeElectrode, judgeFaultCurrent, judgeZe } from './origin';
import { classifyVoltages } from './voltage-pattern';
import { judgeSupplyVoltages, judgeSupplyVolts } from './supply-volts';

const pack = editionPack('bs7671-2018-a2');
const figure = (shown: string): ReadingValue => ({ is: 'number', shown });

describe('the origin', () => {
  it.each([
    ['0.35', 'TN-C-S', 'meets'],
    ['0.351', 'TN-C-S', 'doubt'],
    ['0.8', 'TN-S', 'meets'],
    ['0.81', 'TN-S', 'doubt'],
    // The distributor's 21 Ω are no limit for our electrode: 50 V ÷ 30 mA is.
    ['62', 'TT', 'meets'],
    ['200', 'TT', 'meets'],
    ['201', 'TT', 'doubt'],
    ['1667', 'TT', 'fails'],
  ] as const)('Ze %s on %s %s', (ze, system, verdict) =>
    expect(judgeZe(figure(ze), pack, system, 30).verdict).toBe(verdict),
  );
  it('says nothing about Ze before the system is known', () =>
    expect(judgeZe(figure('0.3'), pack, null, null).verdict).toBe('unjudged'));

  it('records the larger current and where it is from', () => {
    const of = (ln: ReadingValue | null, le: ReadingValue | null, threePhase = false) =>
      prospectiveFaultCurrent(
        [
          { value: ln, pair: 'L–N' },
          { value: le, pair: 'L–E' },
        ],
        threePhase,
      );
    const over: ReadingValue = { is: 'over', bound: '20' };
    expect(of(figure('1.32'), figure('1.14'))).toMatchObject({ from: 'line to neutral', atLeast: false });
    expect(of(figure('1.10'), figure('1.14'))).toMatchObject({ kiloamps: exact('1.14'), from: 'line to earth' });
    expect(of(null, null)).toBeNull();
    // Over range governs over a smaller figure, and is at least its bound.
    expect(of(over, figure('1.2'))).toMatchObject({ kiloamps: exact(20), atLeast: true });
    expect(of(figure('25'), over)).toMatchObject({ kiloamps: exact(25), atLeast: true });
    // Three phases: line to neutral doubled, line to earth as it is.
    expect(of(figure('1.10'), figure('1.14'), true)).toMatchObject({ kiloamps: exact('2.2') });
    expect(of(figure('1.10'), figure('2.3'), true)).toMatchObject({ kiloamps: exact('2.3') });
  });
  it('judges RA by the RCD alone', () => {
    expect(judgeElectrode(figure('85'), pack, null).verdict).toBe('unjudged');
    expect(judgeElectrode(figure('190'), pack, 300).verdict).toBe('fails');
    expect(judgeElectrode({ is: 'over', bound: '20' }, pack, 30)).toMatchObject({
      verdict: 'doubt',
      limit: { figure: '1667 Ω' },
    });
  });
  it('asks where Ze and the earth fault current do not fit', () => {
    expect(judgeFaultCurrent(figure('1.14'), 'L–E', pack, figure('0.21')).verdict).toBe('meets');
    expect(judgeFaultCurrent(figure('0.2'), 'L–E', pack, figure('0.21')).verdict).toBe('doubt');
    expect(judgeFaultCurrent(figure('17'), 'L–N', pack, null).verdict).toBe('doubt');
    expect(judgeFaultCurrent(figure('0'), 'L–N', pack, null).verdict).toBe('doubt');
  });
  it.each([
    ['6', '6', 'meets'],
    ['6.01', '6', 'doubt'],
    ['16', '6', 'doubt'],
    ['16.01', '6', 'fails'],
    ['6', '6000', 'meets'],
    ['6.01', '6000', 'doubt'],
    ['16.01', '[6000]', 'fails'],
    ['6', 'M6', 'meets'],
    ['10', '10 kA', 'meets'],
    ['4.5', '4.5kA', 'meets'],
    ['3', 'nonsense', 'unjudged'],
    ['3', '600000', 'unjudged'],
  ])('Ipf %s kA on a breaker marked %s: %s', (ipf, mark, verdict) => {
    expect(
      judgeBreaking(
        pack,
        { standard: 'BS EN 60898', type: 'B', mark },
        { kiloamps: exact(ipf), atLeast: false, from: 'line to neutral' },
      ).verdict,
    ).toBe(verdict);
  });
  it.each([
    ['declared', '15.9', false, 'meets'],
    ['declared', '16.1', false, 'fails'],
    ['foreign device', '6.1', false, 'fails'],
    [null, '6.1', false, 'doubt'],
    [null, '2', true, 'doubt'],
    ['declared', '16.1', true, 'fails'],
  ] as const)('in an assembly that is %s, %s kA (over range %s): %s', (assembly, ipf, atLeast, verdict) => {
    const device = { standard: 'BS EN 60898', type: 'B', mark: '6000' };
    expect(judgeBreaking(pack, device, { kiloamps: exact(ipf), atLeast, from: 'x' }, assembly).verdict).toBe(verdict);
  });
  it('fails a rewireable fuse above its carrier mark', () => {
    expect(
      judgeBreaking(
        pack,
        { standard: 'BS 3036', type: '', mark: 'S1A' },
        { kiloamps: exact('1.2'), atLeast: false, from: 'line to earth' },
      ).verdict,
    ).toBe('fails');
  });
  it.each([
    ['216.2', 'meets'],
    ['216.1', 'doubt'],
    ['253', 'meets'],
    ['253.1', 'doubt'],
  ])('%s V %s', (volts, verdict) => expect(judgeSupplyVolts(figure(volts), pack).verdict).toBe(verdict));
  it('stops at a reversed supply', () => {
    expect(judgePolarity({ is: 'reversed' }, 'supply')).toMatchObject({
      verdict: 'fails',
      next: { rule: 'polarity.reversed-supply' },
    });
    expect(judgePolarity({ is: 'confirmed' }, 'supply').verdict).toBe('meets');
    expect(judgeButton({ is: 'reversed' }).verdict).toBe('fails');
  });
});

describe('RCD times', () => {
  const general = { standard: 'BS EN 61008', delayed: false, milliamps: 30 };
  it.each([
    ['300', general, 'meets'],
    ['301', general, 'fails'],
    ['200', { ...general, standard: 'BS 4293' }, 'meets'],
    ['201', { ...general, standard: 'BS 4293' }, 'fails'],
    ['130', { ...general, delayed: true, milliamps: 100 }, 'meets'],
    ['129', { ...general, delayed: true, milliamps: 100 }, 'fails'],
    ['500', { ...general, delayed: true, milliamps: 100 }, 'meets'],
    ['501', { ...general, delayed: true, milliamps: 100 }, 'fails'],
  ])('%s ms on %o %s', (millis, device, verdict) =>
    expect(judgeResidualTime(figure(millis), pack, device).verdict).toBe(verdict),
  );
  it('fails an RCD that did not trip in range, and judges none that is not there', () => {
    expect(judgeResidualTime({ is: 'over', bound: '300' }, pack, general).verdict).toBe('fails');
    expect(judgeResidualTime(figure('20'), pack, null).verdict).toBe('unjudged');
    expect(judgeResidualTime(figure('20'), pack, { ...general, standard: 'BS 4293', delayed: true }).verdict).toBe(
      'unjudged',
    );
  });
});

describe('a supply whose neutral is slack', () => {
  const volts = (lineNeutral: ReadingValue, neutralEarth: ReadingValue = { is: 'number', shown: '1' }) =>
    judgeSupplyVoltages(
      { lineNeutral, lineEarth: { is: 'number', shown: '238' }, neutralEarth, terminalToEarth: null },
      pack,
    );
  it('is doubted while its voltage wanders, within the band or not', () => {
    for (const [low, high] of [
      ['220', '240'],
      ['180', '265'],
    ] as const)
      expect(volts({ is: 'unstable', low, high })).toMatchObject({
        rule: 'volts.wander',
        verdict: 'doubt',
        next: { rule: 'volts.wander' },
      });
    expect(volts({ is: 'number', shown: '238' })).toMatchObject({ rule: 'volts.within', verdict: 'meets' });
  });
  it('is doubted with its own next step also where line to neutral alone was read', () =>
    expect(judgeSupplyVolts({ is: 'unstable', low: '220', high: '240' }, pack).next).toEqual({ rule: 'volts.wander' }));
  it('still fails where a terminal is live that should not be', () =>
    expect(volts({ is: 'unstable', low: '60', high: '90' }, { is: 'unstable', low: '40', high: '180' })).toMatchObject({
      rule: 'supply.neutral-lost',
      verdict: 'fails',
    }));
});

describe('what three voltages mean together', () => {
  const three = (ln: string | null, le: string | null, ne: string | null) =>
    classifyVoltages(
      { ln: ln === null ? null : exact(ln), le: le === null ? null : exact(le), ne: ne === null ? null : exact(ne) },
      pack,
    );
  it.each([
    ['230', '230', '0', 'sound'],
    ['184', '184', '0', 'sound'],
    ['276', '276', '0', 'sound'],
    ['183', '183', '0', 'PME neutral lost'],
    ['277', '277', '0', 'PME neutral lost'],
    ['330', '330', '0', 'PME neutral lost'],
    ['50', '50', '0', 'PME neutral lost'],
    ['11', '11', '0', 'PME neutral lost'],
    ['0', '0', '0', null],
    ['230', '0', '230', 'reversed'],
    ['230', '50', '180', 'reversed'],
    ['230', '0', '0', 'no earth'],
    ['230', '50', '0', 'no earth'],
    ['230', '115', '115', 'earth floating'],
    ['230', '100', '30', 'earth floating'],
    ['0', '230', '230', 'neutral open'],
    ['50', '230', '180', 'neutral lost'],
    ['300', '240', '60', 'unknown'],
    ['230', '230', '51', 'unknown'],
    ['230', '230', '50', 'sound'],
    ['230', null, null, null],
    ['330', null, null, 'PME neutral lost'],
    ['230', null, '230', 'unknown'],
    ['230', '0', null, 'no earth'],
    [null, null, '51', 'unknown'],
  ] as const)('%s / %s / %s V: %s', (ln, le, ne, name) => expect(three(ln, le, ne)).toBe(name));
  it('never calls sound, or nothing, what a fourth of all volts would be a danger at', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 400 }), (ln, le) => {
        const found = three(String(ln), String(le), '60');
        expect(found).not.toBeNull();
        expect(found).not.toBe('sound');
      }),
    ));
});
