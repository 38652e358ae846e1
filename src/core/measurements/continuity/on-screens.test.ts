import { describe, expect, it } from 'vitest';
import { emptyHanded } from '../../work/in-hand';
import { recordTyped } from '../../work/recorder';
import { conductorResistance } from '../../edition/conductor-resistance';
import { editionPack } from '../../edition/editions';
import { slotAt, slotKey } from '../../installation/slot';
import { toNumber } from '../../quantity/exact';
import { judgeJob } from '../../job/verdicts';
import { v7 } from 'uuid';
import { opened, viewOfScribe } from '../../../../tests/support/entries';
import type { Supply } from '../../installation/supply';
import type { WayFields } from '../../installation/way';
import type { JobView } from '../../job/view';
import type { Measure, Subject } from '../../installation/slot';
import { ringR1, ringRn } from '../ring/slots';
import { rcdFive, rcdHalf } from '../residual/slots';
import { supplyVolts, voltsLineEarth, voltsNeutralEarth, voltsTerminal } from '../origin/slots';
import { judgeSizes } from './bonding';
import { judgeWayDrop } from './drop';
import { lessLeads } from './lead-null';
import { extraneous, r1r2, supplementary } from './slots';

const pack = editionPack('bs7671-2018-a2');
let [way, point] = ['', ''];

/** A job of one circuit with a bath on it, as its entries make it. */
function jobOf(
  fields: Partial<WayFields>,
  readings: readonly (readonly [() => Subject, Measure, string])[],
  supply: Supply = {},
): JobView {
  const scribe = opened();
  scribe.say('supply.described', { earthing: 'TN-C-S', ...supply });
  const boardId = scribe.board('Board', 'Hall', 'Meter');
  [way, point] = [v7(), v7()];
  scribe.say('way.added', { wayId: way, boardId, number: 1 });
  scribe.say('way.described', { wayId: way, fields: { description: 'Circuit', ...fields } });
  scribe.say('point.added', { pointId: point, wayId: way, fields: bath });
  for (const [on, measure, typed] of readings) scribe.read(on(), measure, typed);
  return viewOfScribe(scribe);
}
const bath = {
  name: 'Bath',
  room: null,
  kind: 'wet room',
  order: 1,
  spur: false,
  switching: 'none',
  unplaced: false,
} as const;
const onWay = (): Subject => ({ of: 'way', id: way });
const onPoint = (): Subject => ({ of: 'point', id: point });
const onSupply = (): Subject => ({ of: 'supply' });
const onWater = (): Subject => ({ of: 'conductor', to: 'water' });
const ruleAt = (view: JobView, on: () => Subject, measure: Measure) =>
  judgeJob(view).get(slotKey(on(), measure))?.judgement.rule;
const wayOf = (view: JobView) => view.job.ways.get(way) ?? { id: '', boardId: '', number: 0 };

describe('old stranded sizes', () => {
  it.each([
    [2.98, 17.59 / 2.98],
    [0.98, 17.59 / 0.98],
    [2.5, 7.41],
  ])('%s mm² has its resistance by its own area', (csa, milliohms) => {
    const found = conductorResistance(pack, 'copper', csa);
    expect(found && toNumber(found)).toBeCloseTo(milliohms, 6);
  });
  it('has none for a size nobody made, nor of aluminium', () => {
    expect(conductorResistance(pack, 'copper', 3)).toBeNull();
    expect(conductorResistance(pack, 'aluminium', 2.98)).toBeNull();
  });
});

describe('voltage drop of a circuit', () => {
  const cable = {
    deviceAmps: 20,
    deviceStandard: 'BS EN 60898',
    deviceType: 'B',
    load: 'fixed' as const,
    liveCsaMm2: 2.5,
    cpcCsaMm2: 1.5,
    arrangement: 'radial' as const,
  };
  it('comes from what was measured before what was described', () => {
    // 2 × 1.00 × 7.41 ÷ 19.51 × 1.20 × 20 A = 18.2 V
    const measured = jobOf({ ...cable, lengthMetres: 5 }, [[onWay, r1r2, '1.00']]);
    expect(judgeWayDrop(measured, wayOf(measured))).toMatchObject({ verdict: 'fails', rule: 'drop.above' });
    // 2 × 5 m × 7.41 mΩ × 1.20 × 20 A = 1.8 V
    const described = jobOf({ ...cable, lengthMetres: 5 }, []);
    expect(judgeWayDrop(described, wayOf(described))).toMatchObject({ verdict: 'meets' });
  });
  it('of a ring is a quarter of its loop, and lighting is held to three percent', () => {
    const ring = jobOf({ ...cable, arrangement: 'ring', load: 'sockets', deviceAmps: 32 }, [
      [onWay, ringR1, '0.60'],
      [onWay, ringRn, '0.60'],
    ]);
    // 1.20 ÷ 4 × 1.20 × 32 A = 11.52 V of 11.5
    expect(judgeWayDrop(ring, wayOf(ring))?.verdict).toBe('fails');
    const lights = jobOf({ ...cable, load: 'lighting', deviceAmps: 6, lengthMetres: 65 }, []);
    // 2 × 65 × 7.41 ÷ 1000 × 1.20 × 6 A = 6.94 V of 6.9
    expect(judgeWayDrop(lights, wayOf(lights))?.verdict).toBe('fails');
  });
  it('is silent where nothing is known', () => {
    const bare = jobOf({ deviceAmps: 6 }, []);
    expect(judgeWayDrop(bare, wayOf(bare))).toBeNull();
  });
});

describe('sizes at the origin', () => {
  it.each([
    [
      { tailsCsaMm2: 25, earthingConductorCsaMm2: 16, bondingCsaMm2: 10 },
      ['earthing-size.meets', 'main-bonding-size.meets'],
    ],
    [
      { tailsCsaMm2: 25, earthingConductorCsaMm2: 10, bondingCsaMm2: 6 },
      ['earthing-size.small', 'main-bonding-size.small'],
    ],
    // The adiabatic equation asks 5.6 mm², Table 54.8 still 10.
    [
      { tailsCsaMm2: 25, earthingConductorCsaMm2: 10, bondingCsaMm2: 10, faultAmps: 800, faultSeconds: 1, faultK: 143 },
      ['earthing-size.meets', 'main-bonding-size.meets'],
    ],
  ])('%o', (supply, rules) =>
    expect(judgeSizes(pack, { earthing: 'TN-C-S', ...supply })?.map(({ judgement }) => judgement.rule)).toEqual(rules),
  );
  it('says nothing while the tails or the system are not described', () => {
    expect(judgeSizes(pack, { earthing: 'TT' })).toBeNull();
    expect(judgeSizes(pack, { tailsCsaMm2: 25 })).toBeNull();
  });
});

describe('readings that were on no screen', () => {
  const guarded = {
    deviceAmps: 6,
    deviceStandard: 'BS EN 60898',
    deviceType: 'B',
    load: 'lighting' as const,
    residualMilliamps: 30,
    residualType: 'A' as const,
  };
  it('judges an RCD at half and at five times its current, each as a reading of its own', () => {
    const view = jobOf(guarded, [
      [onWay, rcdHalf, '>1999'],
      [onWay, rcdFive, '41'],
    ]);
    expect(ruleAt(view, onWay, rcdHalf)).toBe('rcd-half.holds');
    expect(ruleAt(view, onWay, rcdFive)).toBe('rcd.slow');
    const soon = jobOf(guarded, [
      [onWay, rcdHalf, '>1999'],
      [onWay, rcdHalf, '120'],
    ]);
    expect(ruleAt(soon, onWay, rcdHalf)).toBe('rcd-half.trips');
  });
  it.each([
    [['230', '231', '1'], null, 'volts.within'],
    [['230', '1', '230'], null, 'polarity.reversed-supply'],
    [['230', '210', '20'], null, 'volts.neutral-raised'],
    [['230', '231', '1'], '229', 'polarity.terminal-live'],
  ] as const)('judges the voltages of a supply together: %j and %s', ([ln, le, ne], terminal, rule) => {
    const view = jobOf({}, [
      [onSupply, supplyVolts, ln],
      [onSupply, voltsLineEarth, le],
      [onSupply, voltsNeutralEarth, ne],
      ...(terminal ? ([[onSupply, voltsTerminal, terminal]] as const) : []),
    ]);
    expect(ruleAt(view, onSupply, supplyVolts)).toBe(rule);
    expect(ruleAt(view, onSupply, voltsNeutralEarth)).toBe(rule);
  });
  it('judges one voltage by its band while it is the only one', () =>
    expect(ruleAt(jobOf({}, [[onSupply, supplyVolts, '253.1']]), onSupply, supplyVolts)).toBe('volts.outside'));
  it.each([
    ['0.022', 'extraneous.is'],
    ['0.0221', 'extraneous.not'],
    ['>200', 'extraneous.not'],
  ])('tells by %s MΩ whether metalwork is extraneous', (typed, rule) =>
    expect(ruleAt(jobOf({}, [[onWater, extraneous, typed]]), onWater, extraneous)).toBe(rule),
  );
  it('holds supplementary bonding to the RCD of the circuit, else to its own device within five seconds', () => {
    // 50 V ÷ 0.03 A = 1667 Ω; 50 V ÷ 30 A (B6 within 5 s) = 1.67 Ω
    expect(ruleAt(jobOf(guarded, [[onPoint, supplementary, '1600']]), onPoint, supplementary)).toBe(
      'supplementary.meets',
    );
    const bare = { ...guarded, residualMilliamps: null };
    expect(ruleAt(jobOf(bare, [[onPoint, supplementary, '1.66']]), onPoint, supplementary)).toBe('supplementary.meets');
    expect(ruleAt(jobOf(bare, [[onPoint, supplementary, '1.68']]), onPoint, supplementary)).toBe('supplementary.above');
    expect(ruleAt(jobOf({}, [[onPoint, supplementary, '0.1']]), onPoint, supplementary)).toBe(
      'supplementary.no-device',
    );
  });
});

describe('leads that were not nulled', () => {
  it.each([
    [
      { is: 'number', shown: '0.45' },
      { is: 'number', shown: '0.37' },
    ],
    [
      { is: 'number', shown: '0.08' },
      { is: 'number', shown: '0' },
    ],
    [{ is: 'number', shown: '0.07' }, null],
    [
      { is: 'unstable', low: '0.30', high: '0.90' },
      { is: 'unstable', low: '0.22', high: '0.82' },
    ],
    [{ is: 'unstable', low: '0.05', high: '0.90' }, null],
    [{ is: 'open' }, { is: 'open' }],
    [
      { is: 'over', bound: '200' },
      { is: 'over', bound: '200' },
    ],
  ] as const)('%o less 0.08 Ω', (value, left) => expect(lessLeads(value, '0.08')).toEqual(left));
  it('takes them off continuity alone, and keeps that it did', () => {
    const view = jobOf({ deviceAmps: 6 }, []);
    const hand = { ...emptyHanded, leadNullOhms: '0.08', leadsIn: true };
    const recorded = recordTyped(view, slotAt(onWay(), r1r2), '0.45', hand);
    expect(recorded.ok && recorded.entries.at(-1)?.body).toMatchObject({
      value: { shown: '0.37' },
      leadNullOhms: '0.08',
      leadsTakenOff: true,
    });
    const volts = recordTyped(view, slotAt(onSupply(), supplyVolts), '230', hand);
    expect(volts.ok && volts.entries.at(-1)?.body).not.toHaveProperty('leadsTakenOff');
    expect(recordTyped(view, slotAt(onWay(), r1r2), '0.05', hand)).toMatchObject({
      ok: false,
      problem: /less than the 0.08/,
    });
  });
});
