import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { firmStream } from '../catalogue';
import { numbered } from '../../../tests/support/entries';
import { boundsOf, doubtsOf, isInDoubt, mayBeOff, objectionTo, outOf, references } from './accuracy';
import type { FirmState } from './firm';

const instrumentId = '0195a000-0000-7000-8000-0000000000aa';
type Act = readonly [kind: string, body: object, day: string];

const added: Act = [
  'instrument.added',
  {
    instrumentId,
    fields: {
      sort: 'multifunction tester',
      name: 'Tester',
      serial: 'T-1',
      calibratedOn: '2026-01-01',
      nextDueOn: '2027-01-01',
    },
  },
  '2026-01-01',
];
const check = (day: string, shown: Readonly<Record<string, string>>): Act => [
  'check.made',
  {
    instrumentId,
    on: day,
    readings: Object.entries(shown).map(([against, figure]) => ({ against, shown: figure })),
    note: '',
  },
  day,
];
const calibration = (on: string): Act => [
  'calibration.made',
  { instrumentId, on, nextDueOn: '2028-01-01', by: 'A laboratory', file: null },
  on,
];
const look = (on: string, sound: boolean): Act => [
  'look.made',
  { instrumentIds: [instrumentId], on, sound, what: sound ? '' : 'Lead split' },
  on,
];
function firmOf(...acts: Act[]): FirmState {
  const drafts = [added, ...acts].map(([kind, body, day], index) => {
    const read = firmStream.readDraft({
      id: `0195a000-0000-7000-8000-${String(index).padStart(12, '0')}`,
      kind,
      version: 1,
      body,
      madeAt: `${day}T09:00:00.000Z`,
      device: 'd',
    });
    if (!read.ok) throw new Error(read.problem);
    return read.value;
  });
  return firmStream.fold(numbered(drafts));
}
const at = (day: string) => `${day}T09:00:00.000Z`;

describe('a check against references', () => {
  it.each([
    // 1 Ω: 2 % and two digits of the tester, 1 % of the box: 0.95 to 1.05.
    ['continuity 1', '0.95', true],
    ['continuity 1', '0.94', false],
    ['continuity 1', '1.05', true],
    ['continuity 1', '1.06', false],
    // 10 MΩ: 3 % and three digits, 1 %: 0.43 either way.
    ['insulation 10', '9.57', true],
    ['insulation 10', '9.56', false],
  ])('%s that reads %s is in bounds: %s', (against, shown, isIn) => {
    const firm = firmOf(check('2026-02-01', { [against]: shown }));
    const [only] = firm.checks;
    expect(only && outOf(firm, only).length === 0).toBe(isIn);
  });
  it('a socket of no stated value is what the first three checks found, in the middle', () => {
    const loop = references.find(({ id }) => id === 'loop');
    if (!loop) throw new Error('no loop');
    const firm = firmOf(
      ...['0.31', '0.35', '0.32'].map((shown, index) => check(`2026-0${index + 2}-01`, { loop: shown })),
    );
    expect(boundsOf(loop, firm.checks.slice(0, 2), {})).toBeNull();
    expect(boundsOf(loop, firm.checks, {})).toEqual({ from: 0.32, low: 0.254, high: 0.386 });
    expect(boundsOf(loop, firm.checks, { loop: { percent: 0, digits: 1 } })).toEqual({
      from: 0.32,
      low: 0.31,
      high: 0.33,
    });
  });
  it('a larger figure may be off by more, never less', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1e4, noNaN: true }),
        fc.double({ min: 0, max: 1e4, noNaN: true }),
        (a, more) => {
          for (const of of ['continuity', 'insulation', 'loop', 'rcd'] as const)
            expect(mayBeOff(of, a + more)).toBeGreaterThanOrEqual(mayBeOff(of, a));
        },
      ),
    );
  });
});

describe('readings in doubt', () => {
  const good = (day: string) => check(day, { 'continuity 1': '1.00', 'insulation 1': '1.00' });
  it('are those of that function since the last good check, until it is found sound again', () => {
    const firm = firmOf(
      good('2026-02-01'),
      good('2026-03-01'),
      check('2026-04-01', { 'continuity 1': '1.30', 'insulation 1': '1.00' }),
      calibration('2026-05-01'),
    );
    const doubts = doubtsOf(firm, instrumentId);
    expect(doubts).toEqual([
      {
        instrumentId,
        function: 'continuity',
        since: at('2026-03-01'),
        until: at('2026-05-01'),
        because: 'Continuity 1 Ω read 1.30 Ω',
      },
    ]);
    const [doubt] = doubts;
    if (!doubt) throw new Error('no doubt');
    expect(['2026-03-01', '2026-03-02', '2026-04-30', '2026-05-01'].map((day) => isInDoubt(doubt, at(day)))).toEqual([
      false,
      true,
      true,
      false,
    ]);
  });
  it('reach back to the beginning where it was never known to be sound, and over several bad checks', () => {
    const bad = { 'continuity 1': '1.30' };
    const firm = firmOf(check('2026-02-01', bad), check('2026-03-01', bad));
    expect(doubtsOf(firm, instrumentId)).toMatchObject([{ since: null, until: null, function: 'continuity' }]);
    expect(objectionTo(firm, instrumentId, '2026-03-02')).toEqual({
      says: 'Out of tolerance: Continuity 1 Ω read 1.30 Ω.',
      forbids: true,
    });
    // A check of something else says nothing of it.
    expect(
      doubtsOf(firmOf(check('2026-02-01', bad), check('2026-03-01', { 'insulation 1': '1.00' })), instrumentId),
    ).toMatchObject([{ until: null }]);
  });
  it('a look that finds something wrong questions all, and one that finds nothing proves nothing', () => {
    const broken = firmOf(good('2026-02-01'), look('2026-02-02', true), look('2026-02-03', false));
    expect(doubtsOf(broken, instrumentId).map(({ function: of, since }) => [of, since])).toEqual([
      ['continuity', at('2026-02-01')],
      ['insulation', at('2026-02-01')],
      ['loop', null],
      ['rcd', null],
    ]);
    expect(doubtsOf(firmOf(look('2026-02-02', true)), instrumentId)).toEqual([]);
  });
  it.each([
    ['2027-01-01', null],
    ['2027-01-02', 'Its calibration ran out on 2027-01-01.'],
  ])('on %s it may be brought: %s', (today, says) =>
    expect(objectionTo(firmOf(), instrumentId, today)).toEqual(says && { says, forbids: false }),
  );
});
