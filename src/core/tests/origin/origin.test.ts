import { describe, expect, it } from 'vitest';
import { editionPack } from '../../edition/editions';
import { exact } from '../../quantity/exact';
import type { ReadingValue } from '../../quantity/reading-value';
import { judgeButton, judgePolarity } from '../polarity/polarity';
import { judgeResidualTime } from '../residual/residual';
import { judgeBreaking, judgeFaultCurrent, judgeSupplyVolts, judgeZe, prospectiveFaultCurrent } from './origin';

const pack = editionPack('bs7671-2018-a2');
const figure = (shown: string): ReadingValue => ({ is: 'number', shown });

describe('the origin', () => {
  it.each([
    ['0.35', 'TN-C-S', 'meets'],
    ['0.351', 'TN-C-S', 'doubt'],
    ['0.8', 'TN-S', 'meets'],
    ['0.81', 'TN-S', 'doubt'],
    ['21', 'TT', 'meets'],
    ['62', 'TT', 'doubt'],
  ] as const)('Ze %s on %s %s', (ze, system, verdict) =>
    expect(judgeZe(figure(ze), pack, system).verdict).toBe(verdict),
  );
  it('says nothing about Ze before the system is known', () =>
    expect(judgeZe(figure('0.3'), pack, null).verdict).toBe('unjudged'));

  it('records the larger current and where it is from', () => {
    expect(prospectiveFaultCurrent(figure('1.32'), figure('1.14'))).toMatchObject({ from: 'line to neutral' });
    expect(prospectiveFaultCurrent(figure('1.10'), figure('1.14'))).toMatchObject({
      kiloamps: exact('1.14'),
      from: 'line to earth',
    });
    expect(prospectiveFaultCurrent(null, { is: 'over', bound: '20' })).toBeNull();
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
  ])('Ipf %s kA on a breaker marked %s: %s', (ipf, mark, verdict) => {
    expect(
      judgeBreaking(
        pack,
        { standard: 'BS EN 60898', type: 'B', mark },
        { kiloamps: exact(ipf), from: 'line to neutral' },
      ).verdict,
    ).toBe(verdict);
  });
  it('fails a rewireable fuse above its carrier mark', () => {
    expect(
      judgeBreaking(
        pack,
        { standard: 'BS 3036', type: '', mark: 'S1A' },
        { kiloamps: exact('1.2'), from: 'line to earth' },
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
