import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fold, numbered, opened, viewOfScribe } from '../../../tests/support/entries';
import { editionPack } from '../edition/editions';
import { keyOf, slotAt } from '../installation/slot';
import { governing } from '../job/governing';
import { judgeJob } from '../job/verdicts';
import { parseReading } from '../quantity/parse-reading';
import { exact, toNumber } from '../quantity/exact';
import { kiloamps } from '../quantity/reading-spec';
import type { ReadingValue } from '../quantity/reading-value';
import { conductorContinuity, r1r2 } from './continuity/slots';
import { functionOf } from './functional/slots';
import { functionsToTry } from './functional/to-try';
import { calculatedZs } from './loop/calculated';
import { lineNeutralLoop, zs } from './loop/slots';
import { pointsToTouch, stillToTouch, worstPoint } from './loop/walk';
import { judgeZs } from './loop/zs';
import { judgePlateau } from './origin/fall-of-potential';
import { ladderOfDevices } from './origin/ladder';
import { boardIpf, ipfLineEarth, ipfLineNeutral, ze } from './origin/slots';
import { judgeLineToLine } from './origin/supply-volts';
import { judgeRamp } from './residual/ramp';
import { atHalfCycle, halfCycles, rcdFive, rcdHalf, rcdTime } from './residual/slots';
import { judgeSurgeWindow } from './residual/surge-window';
import { judgeTouchVolts } from './residual/touch-volts';
import { step3 } from './ring/slots';

const pack = editionPack('bs7671-2018-a2');
const figure = (shown: string): ReadingValue => ({ is: 'number', shown });
const order = ['meets', 'unjudged', 'doubt', 'fails'];

describe('touch voltage', () => {
  it.each([
    ['0', 'meets'],
    ['49.9', 'meets'],
    ['50', 'meets'],
    ['50.1', 'fails'],
    ['230', 'fails'],
  ])('%s V %s', (volts, verdict) => expect(judgeTouchVolts(figure(volts), pack).verdict).toBe(verdict));
  it('not taken is not judged', () =>
    expect(judgeTouchVolts({ is: 'not-taken', mark: 'N/V' }, pack).verdict).toBe('unjudged'));
});

describe('an RCD by rising current', () => {
  const device = { standard: null, delayed: false, milliamps: 30 };
  it.each([
    ['14.9', 'doubt'],
    ['15', 'doubt'],
    ['15.1', 'meets'],
    ['22', 'meets'],
    ['30', 'meets'],
    ['30.1', 'fails'],
  ])('%s mA %s', (milliamps, verdict) => expect(judgeRamp(figure(milliamps), pack, device).verdict).toBe(verdict));
  it('that never trips fails, and without a device nothing is judged', () => {
    expect(judgeRamp({ is: 'over', bound: '60' }, pack, device).verdict).toBe('fails');
    expect(judgeRamp({ is: 'over', bound: '20' }, pack, device).verdict).toBe('fails');
    expect(judgeRamp(figure('20'), pack, null).verdict).toBe('unjudged');
  });
});

describe('an SPD’s window', () => {
  it.each([
    [{ is: 'confirmed' }, 'meets'],
    [{ is: 'reversed' }, 'fails'],
    [{ is: 'not-taken', mark: 'LIM' }, 'unjudged'],
  ] as const)('%o %s', (value, verdict) => expect(judgeSurgeWindow(value).verdict).toBe(verdict));
});

describe('both half cycles of an RCD', () => {
  const at = (multiple: typeof rcdTime | typeof rcdHalf | typeof rcdFive, times: readonly [string, string]) => {
    const s = opened();
    const board = s.board('CU', 'hall', 'intake');
    const on = { of: 'way', id: s.way(board, 1, ['S', 'sockets', 1, 'B20', '30 A', '2.5/1.5', 'C']) } as const;
    halfCycles.forEach((half, index) => s.read(on, atHalfCycle(multiple, half), times[index] ?? ''));
    const view = viewOfScribe(s);
    const verdict = judgeJob(view).get(keyOf(slotAt(on, multiple)))?.judgement.verdict;
    return { governs: governing(view, on, multiple)?.body.value, verdict };
  };
  it('the longer governs at IΔn and at five times; at half the one that tripped', () => {
    expect(at(rcdTime, ['24', '26'])).toMatchObject({ governs: { shown: '26' }, verdict: 'meets' });
    expect(at(rcdTime, ['301', '26'])).toMatchObject({ governs: { shown: '301' }, verdict: 'fails' });
    expect(at(rcdTime, ['24', '>300'])).toMatchObject({ governs: { is: 'over' }, verdict: 'fails' });
    expect(at(rcdFive, ['12', '41'])).toMatchObject({ governs: { shown: '41' }, verdict: 'fails' });
    expect(at(rcdFive, ['12', '40'])).toMatchObject({ verdict: 'meets' });
    expect(at(rcdHalf, ['>2000', '>2000'])).toMatchObject({ verdict: 'meets' });
    expect(at(rcdHalf, ['>2000', '140'])).toMatchObject({ governs: { shown: '140' }, verdict: 'fails' });
  });
});

describe('fall of potential', () => {
  const of = (near: string, middle: string, far: string) =>
    judgePlateau({ near: exact(near), middle: exact(middle), far: exact(far) }, pack);
  it.each([
    ['100', '100', '100', true],
    ['95', '100', '105', true],
    ['94.9', '100', '105.1', false],
    ['40', '60', '95', false],
    ['0', '0', '0', true],
  ] as const)('%s, %s, %s Ω level: %s', (near, middle, far, level) => expect(of(near, middle, far).level).toBe(level));
  it('answers the mean', () => expect(toNumber(of('60', '62', '64').ohms)).toBeCloseTo(62, 9));
});

describe('line to line', () => {
  it.each([
    ['374', 'doubt'],
    ['375', 'meets'],
    ['400', 'meets'],
    ['438', 'meets'],
    ['439', 'doubt'],
  ])('%s V %s', (volts, verdict) => expect(judgeLineToLine(figure(volts), pack).verdict).toBe(verdict));
});

describe('amperes typed for kiloamperes', () => {
  it.each([
    ['1240 A', '1.24'],
    ['1240a', '1.24'],
    ['800 amps', '0.8'],
    ['1.24', '1.24'],
    ['1.24 kA', '1.24'],
  ])('%s is %s', (typed, shown) =>
    expect(parseReading(typed, kiloamps)).toMatchObject({ ok: true, value: { is: 'number', shown } }),
  );
  it('over range too', () =>
    expect(parseReading('>20000 A', kiloamps)).toMatchObject({ ok: true, value: { is: 'over', bound: '20' } }));
  it('never guesses: a bare figure beyond any instrument is asked about', () =>
    expect(parseReading('1240', kiloamps)).toMatchObject({ ok: false, problem: expect.stringMatching(/1240 A/) }));
});

describe('Zs at the points of a circuit', () => {
  function circuit() {
    const s = opened();
    s.say('supply.described', { earthing: 'TN-C-S' });
    s.read({ of: 'supply' }, ze, '0.20');
    const board = s.board('CU', 'hall', 'intake');
    const way = s.way(board, 1, ['Sockets', 'sockets', 3, 'B32', '30 A', '2.5/1.5', 'C']);
    const ids = s.points(way, [['Hall'], ['Kitchen 1'], ['Kitchen 2']]);
    const at = (name: string) => ({ of: 'point', id: ids.get(name) ?? '' }) as const;
    return { s, way, at, wayOf: () => [...fold(numbered(s.drafts)).ways.values()][0]! };
  }
  it('the highest governs, with its place; what is left is named', () => {
    const { s, way, at, wayOf } = circuit();
    expect(stillToTouch(viewOfScribe(s), wayOf())).toBe('Still to test: 3 sockets, Hall, Kitchen 1, Kitchen 2');
    s.read(at('Hall'), zs, '0.31');
    s.read(at('Kitchen 2'), zs, '0.48');
    expect(governing(viewOfScribe(s), { of: 'way', id: way }, zs)?.body.value).toEqual(figure('0.48'));
    expect(worstPoint(viewOfScribe(s), wayOf())?.name).toBe('Kitchen 2');
    expect(stillToTouch(viewOfScribe(s), wayOf())).toBe('Still to test: 1 socket, Kitchen 1');
    s.read(at('Kitchen 1'), zs, 'LIM locked');
    expect(pointsToTouch(viewOfScribe(s), wayOf())).toEqual([]);
    expect(stillToTouch(viewOfScribe(s), wayOf())).toBeNull();
  });
  it('is worked out where no probe reaches, from R1+R2 of that very point, step 3 on a ring', () => {
    const { s, at } = circuit();
    const of = (name: string) => calculatedZs(viewOfScribe(s), { on: at(name) });
    expect(of('Hall')).toMatchObject({ ok: false, why: expect.stringMatching(/R1\+R2/) });
    s.read(at('Hall'), r1r2, '0.35');
    expect(of('Hall')).toMatchObject({ ok: true, ohms: '0.55' });
    s.read(at('Kitchen 1'), step3, '0.41');
    expect(of('Kitchen 1')).toMatchObject({ ok: true, ohms: '0.61' });
    expect(calculatedZs(viewOfScribe(opened()), { on: { of: 'supply' } })).toMatchObject({ ok: false });
  });
  it('beside R1+R2 of its point: above it by more than the method scatters is asked about', () => {
    const { s, at } = circuit();
    s.read(at('Hall'), r1r2, '0.30');
    const judged = (shown: string, method: 'two-lead' | 'no-trip') => {
      s.readBy = method;
      s.read(at('Hall'), zs, shown);
      return judgeJob(viewOfScribe(s)).get(keyOf(slotAt(at('Hall'), zs)))?.judgement.verdict;
    };
    expect(judged('0.60', 'two-lead')).toBe('meets');
    expect(judged('0.70', 'two-lead')).toBe('doubt');
  });
  it('a no-trip reading is believed further from the sum, and never judged kinder as it rises', () => {
    const context = (method: 'two-lead' | 'no-trip' | undefined) => ({
      pack,
      limit: { max: exact('1.37'), source: 's', working: 'w', own: false },
      earthing: 'TN-C-S' as const,
      residualMilliamps: 30,
      electrode: null,
      ze: figure('0.20'),
      r1r2: figure('0.30'),
      conductorCelsius: 20,
      cablesWarm: false,
      wiring: 'thermoplastic 70 °C, CPC in the cable' as const,
      lineShare: null,
      how: 'measured' as const,
      method,
    });
    expect(judgeZs(figure('0.85'), context('no-trip')).verdict).toBe('meets');
    expect(judgeZs(figure('0.86'), context('no-trip')).verdict).toBe('doubt');
    expect(judgeZs(figure('0.66'), context('two-lead')).verdict).toBe('doubt');
    expect(judgeZs(figure('0.18'), context('no-trip')).verdict).toBe('meets');
    expect(judgeZs(figure('0.18'), context('two-lead')).verdict).toBe('doubt');
    fc.assert(
      fc.property(fc.integer({ min: 500, max: 9_000 }), fc.integer({ min: 500, max: 9_000 }), (a, b) => {
        const [low, high] = [Math.min(a, b), Math.max(a, b)].map(
          (each) => judgeZs(figure((each / 1000).toFixed(3)), context('no-trip')).verdict,
        );
        // Within the scatter of the sum or above it: what fails by a device is carried by the RCD and then only asked about.
        expect(order.indexOf(high ?? '')).toBeGreaterThanOrEqual(order.indexOf(low ?? ''));
      }),
    );
  });
});

describe('the larger of four fault currents', () => {
  it('counts at a board over both pairs, and every device stands beside it', () => {
    const s = opened();
    s.say('supply.described', { serviceFuseStandard: 'BS 1361', serviceFuseType: 'II', serviceFuseAmps: 80 });
    const id = s.board('CU', 'hall', 'intake');
    s.way(id, 1, ['Lights', 'lights', 3, 'B6', '30 A', '1.5/1', 'C']);
    s.way(id, 2, ['Old', 'fixed', 1, 'B16', '30 A', '2.5/1.5', 'C'], { breakingMark: '1500' });
    const on = { of: 'board', id } as const;
    s.read(on, ipfLineNeutral, '1.60');
    s.read(on, ipfLineEarth, '1.20');
    s.read({ of: 'supply' }, ipfLineNeutral, '1.70');
    const view = viewOfScribe(s);
    expect(governing(view, on, boardIpf)?.body.value).toEqual(figure('1.60'));
    const ladder = ladderOfDevices(view);
    expect(ladder.map(({ name, judgement }) => [name, judgement?.verdict])).toEqual([
      ['Service fuse', 'meets'],
      ['1 Lights', 'meets'],
      ['2 Old', 'doubt'],
    ]);
    expect(ladder[1]?.ratedKiloamps && toNumber(ladder[1].ratedKiloamps)).toBe(6);
    expect(ladderOfDevices(viewOfScribe(opened()))).toHaveLength(1);
  });
});

describe('functions to try', () => {
  const toTry = (
    ways: readonly (readonly [string, 'lights' | 'fixed' | 'sockets'])[],
    points: readonly string[] = [],
  ) => {
    const s = opened();
    const board = s.board('CU', 'hall', 'intake');
    const ids = ways.map(([name, kind], index) => s.way(board, index + 1, [name, kind, 1, 'B6', '30 A', '1.5/1', 'C']));
    if (ids[0])
      s.points(
        ids[0],
        points.map((name) => [name, 'light', { switching: 'two-way' as const }]),
      );
    return functionsToTry(fold(numbered(s.drafts))).map(({ position }) => position);
  };
  it.each([
    [[], ['main switch']],
    [[['Lights', 'lights']], ['main switch', 'switches']],
    [[['Bathroom lights', 'lights']], ['main switch', 'switches', 'fan overrun']],
    [[['Cooker', 'fixed']], ['main switch', 'isolator']],
    [[['Boiler', 'fixed']], ['main switch', 'isolator', 'controls']],
    [[['Vehicle charging', 'fixed']], ['main switch', 'charging stops']],
    [[['Smoke alarms', 'fixed']], ['main switch', 'alarms linked']],
    [[['Emergency lights', 'lights']], ['main switch', 'switches', 'emergency light']],
    [[['Sockets', 'sockets']], ['main switch']],
  ] as const)('%j', (ways, names) => expect(toTry(ways)).toEqual(names));
  it('tries two-way switching where a point says so', () =>
    expect(toTry([['Lights', 'lights']], ['Landing'])).toEqual(['main switch', 'switches', 'two-way']));
  it('fails what does not work', () => {
    const s = opened();
    s.read({ of: 'supply' }, functionOf('main switch'), 'rev');
    const judged = [...judgeJob(viewOfScribe(s)).values()][0]?.judgement;
    expect(judged).toMatchObject({ verdict: 'fails', rule: 'function.fails' });
  });
});

describe('every new slot', () => {
  it('is judged without a word on an empty job', () => {
    const s = opened();
    const board = s.board('CU', 'hall', 'intake');
    const way = s.way(board, 1, ['L', 'lights', 1, 'B6', '30 A', '1.5/1', 'C']);
    const view = viewOfScribe(s);
    for (const { on, measure, judge, spec } of view.tests.slots) {
      const subject =
        on === 'way'
          ? ({ of: 'way', id: way } as const)
          : on === 'board'
            ? ({ of: 'board', id: board } as const)
            : on === 'conductor'
              ? ({ of: 'conductor', to: 'water' } as const)
              : on === 'supply'
                ? ({ of: 'supply' } as const)
                : null;
      if (!subject) continue;
      const value: ReadingValue = spec.takes === 'confirmation' ? { is: 'confirmed' } : figure('1');
      const judged = judge(view, slotAt(subject, measure), { value, how: 'measured', testVolts: 500 });
      expect(order, `${on} ${measure.test}`).toContain(judged.verdict);
    }
    expect(view.tests.on('way', lineNeutralLoop)).toBeDefined();
    expect(view.tests.on('conductor', conductorContinuity)).toBeDefined();
  });
});
