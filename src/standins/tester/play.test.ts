import { describe, expect, it } from 'vitest';
import type { Dwelling } from '../../core/physics/dwelling';
import { editionPack } from '../../core/edition/editions';
import { tests } from '../../core/catalogue';
import { type Measure, measureKey } from '../../core/installation/slot';
import { conductorContinuity } from '../../core/measurements/continuity/slots';
import type { Where } from '../../instruments/messages';
import { idealInstrument, meterOn, usualInstrument } from '../../core/physics/meter';
import type { ReadingValue } from '../../core/quantity/reading-value';
import { randomFrom } from '../../core/physics/seeded-random';
import { play } from './play';
import { sallowRise } from './sallow-rise';
import { r1r2 } from '../../core/measurements/continuity/slots';
import { boardSide, farSide, neutralEarth } from '../../core/measurements/insulation/slots';
import { ipfLineNeutral, ze } from '../../core/measurements/origin/slots';
import { ringR1, ringR2, step2, step3 } from '../../core/measurements/ring/slots';

const on = meterOn(sallowRise, editionPack('bs7671-2018-a2'), idealInstrument);
if (!on.ok) throw new Error(on.problem);
const { meter } = on;
const whereOf = (way: number | null, point: string | null): Where =>
  way === null ? { of: 'supply' } : point === null ? { of: 'way', way } : { of: 'point', way, point };
const take = (measure: Measure, way: number | null, point: string | null = null) =>
  play(sallowRise, meter, { measure, where: whereOf(way, point), testVolts: null });
const value = (measure: Measure, way: number | null, point: string | null = null): ReadingValue => {
  const played = take(measure, way, point);
  if (!played.ok) throw new Error(played.why);
  return played.value;
};
const figure = (...args: Parameters<typeof value>): number => Number((value(...args) as { shown: string }).shown);

describe('27 Sallow Rise under the probes', () => {
  it('has a ring of 61 m in 4/1.5 with 17 m of spur to the garden room', () => {
    expect(figure(ringR1, 1)).toBeCloseTo((61 * 4.61) / 1000, 3);
    expect(figure(ringR2, 1)).toBeCloseTo((61 * 12.1) / 1000, 3);
    const spur = figure(step3, 1, 'Garden room') - figure(step3, 1, 'Parlour 2');
    expect(spur).toBeCloseTo((17 * (4.61 + 12.1)) / 1000, 3);
    expect(figure(r1r2, 1)).toBe(figure(step3, 1, 'Garden room'));
  });
  it('has its loft conversion bridged: a hump in step 2 where a sound ring is level', () => {
    expect(figure(step2, 2, 'Loft room 1')).toBeGreaterThan(figure(step2, 2, 'Landing') + 0.03);
    expect(figure(step2, 2, 'Landing')).toBeCloseTo(figure(step2, 2, 'Airing cupboard'), 2);
  });
  it('has a damp gatepost, found from both sides of an opening', () => {
    expect(figure(neutralEarth, 8)).toBeCloseTo(0.6, 2);
    expect(figure(farSide, 8, 'Gatepost light')).toBeCloseTo(0.6, 2);
    expect(figure(boardSide, 8, 'Gatepost light')).toBeGreaterThan(100);
    expect(value(boardSide, 8, 'Porch light')).toMatchObject({ is: 'over' });
    expect(figure(farSide, 8, 'Porch light')).toBeCloseTo(0.6, 2);
  });
  it('has a loose terminal that moves', () =>
    expect(value(r1r2, 4, 'Utility room 3')).toMatchObject({ is: 'unstable' }));
  it('reads its bonds parted, and its origin', () => {
    const bond = play(sallowRise, meter, {
      measure: conductorContinuity,
      where: { of: 'conductor', to: 'water' },
      testVolts: null,
    });
    expect(bond.ok && bond.value.is === 'number' && Number(bond.value.shown)).toBeCloseTo((19 * 1.83) / 1000, 3);
    expect(figure(ze, null)).toBeCloseTo(0.21, 2);
    expect(figure(ipfLineNeutral, null)).toBeCloseTo(238 / 0.18 / 1000, 2);
  });
  it('opens a ring into a row for halving: its other leg is off', () => {
    expect(take(boardSide, 1, 'Kitchen 1')).toMatchObject({ ok: true });
    expect(take(boardSide, 1, 'Pantry')).toMatchObject({ ok: false, why: expect.stringMatching(/No cable runs/) });
  });
  it('answers every test of every place with something that may stand in its cell, or says why not', () => {
    const usual = meterOn(sallowRise, editionPack('bs7671-2018-a2'), usualInstrument(randomFrom(7)));
    if (!usual.ok) throw new Error(usual.problem);
    for (const definition of tests.slots) {
      const { on, measure } = definition;
      for (const circuit of sallowRise.circuits) {
        const way = Number(circuit.id);
        const where: Where =
          on === 'point'
            ? { of: on, way, point: circuit.points[0]?.id ?? '' }
            : on === 'way'
              ? { of: on, way }
              : on === 'conductor'
                ? { of: on, to: 'water' }
                : { of: on };
        const played = play(sallowRise, usual.meter, { measure, where, testVolts: 500 });
        const name = `${measureKey(measure)} on ${on}, circuit ${circuit.id}`;
        if (played.ok) expect(tests.misfit(played.value, definition), name).toBeNull();
        else expect(played.why.length, name).toBeGreaterThan(10);
      }
    }
  });
});

describe('the same house, live', () => {
  const live = (
    measure: Measure,
    way: number,
    point: string,
    more: { method?: 'two-lead' | 'no-trip'; off?: number[] } = {},
  ) =>
    play(
      sallowRise,
      meter,
      { measure, where: whereOf(way, point), testVolts: null, ...(more.method ? { method: more.method } : {}) },
      new Set(more.off ?? []),
    );
  const zsAt = { test: 'zs' };
  it('reads Zs by no-trip, with the L–N loop beside it, and trips by high current', () => {
    const read = live(zsAt, 4, 'Utility room 2', { method: 'no-trip' });
    expect(read).toMatchObject({ ok: true, tripped: [], also: [{ measure: { test: 'zs', pair: 'L-N' } }] });
    const tripped = live(zsAt, 4, 'Utility room 2', { method: 'two-lead' });
    expect(tripped).toMatchObject({ ok: false, why: expect.stringMatching(/tripped/), tripped: [1, 2, 3, 4] });
    expect(live(zsAt, 9, 'Garden room board', { method: 'two-lead' })).toMatchObject({ ok: true, tripped: [] });
  });
  it('answers nothing on a dead way, and names it', () =>
    expect(live(zsAt, 4, 'Utility room 2', { off: [4] })).toMatchObject({
      ok: false,
      why: 'No voltage here: way 4 is dead.',
    }));
  it('holds at half, trips at once, and is slow from one half of the wave behind the second RCD', () => {
    const at = (way: number, point: string, position?: string) =>
      live({ test: 'rcd time', ...(position ? { position } : {}) }, way, point);
    expect(at(4, 'Utility room 1', 'half 0')).toMatchObject({ value: { is: 'over', bound: '2000' }, tripped: [] });
    expect(at(4, 'Utility room 1', '0')).toMatchObject({ value: { is: 'number' }, tripped: [1, 2, 3, 4] });
    expect(at(5, 'Hall light', '0')).toMatchObject({ value: { is: 'number', shown: '31' } });
    expect(at(5, 'Hall light', '180')).toMatchObject({ value: { is: 'over', bound: '300' }, tripped: [] });
    expect(at(5, 'Hall light', 'five times 0')).toMatchObject({ value: { is: 'number', shown: '14' } });
    expect(live({ test: 'rcd ramp' }, 5, 'Hall light')).toMatchObject({ value: { is: 'number', shown: '22.5' } });
    expect(at(9, 'Garden room board', '0')).toMatchObject({ ok: false, why: 'No RCD trips here.' });
  });
  it('stops at a raised touch voltage on an open CPC, and runs out of range there', () => {
    const broken: Dwelling = {
      ...sallowRise,
      faults: [...sallowRise.faults, { kind: 'broken', circuit: '4', cable: 'to Utility room 2', conductor: 'C' }],
    };
    const made = meterOn(broken, editionPack('bs7671-2018-a2'), idealInstrument);
    if (!made.ok) throw new Error(made.problem);
    const on4 = (measure: Measure, point: string) =>
      play(broken, made.meter, { measure, where: whereOf(4, point), testVolts: null, method: 'no-trip' });
    expect(on4({ test: 'rcd time', position: '0' }, 'Utility room 3')).toMatchObject({
      ok: false,
      why: 'Stopped: touch voltage over 50 V.',
    });
    expect(on4({ test: 'touch volts' }, 'Utility room 3')).toMatchObject({ value: { shown: '238.0' } });
    expect(on4(zsAt, 'Utility room 3')).toMatchObject({ value: { is: 'over' } });
    expect(on4(zsAt, 'Utility room 1')).toMatchObject({ value: { is: 'number' } });
  });
  it.each([
    ['supply reversed', 'TN-C-S', ['238', '238', '1.0', '238']],
    ['supply reversed', 'TN-S', ['238', '1.0', '238', '1.0']],
    ['supply neutral lost', 'TN-S', ['52', '238', '186', '1.0']],
    ['supply neutral lost', 'TN-C-S', ['52', '52', '1.0', '186']],
  ] as const)('a %s on %s shows in its voltages', (kind, earthing, shown) => {
    const dwelling: Dwelling = {
      ...sallowRise,
      supply: { ...sallowRise.supply, earthing },
      faults: [...sallowRise.faults, { kind }],
    };
    const made = meterOn(dwelling, editionPack('bs7671-2018-a2'), idealInstrument);
    if (!made.ok) throw new Error(made.problem);
    const read = (['L-N', 'L-E', 'N-E', 'T-E'] as const).map((pair) => {
      const played = play(dwelling, made.meter, {
        measure: { test: 'volts', pair },
        where: { of: 'supply' },
        testVolts: null,
      });
      return played.ok && played.value.is === 'number' ? played.value.shown : played;
    });
    expect(read).toEqual(shown);
  });
  const faulty = (...faults: Dwelling['faults']) => {
    const dwelling: Dwelling = { ...sallowRise, faults };
    const made = meterOn(dwelling, editionPack('bs7671-2018-a2'), idealInstrument);
    if (!made.ok) throw new Error(made.problem);
    return (measure: Measure, way: number | null, point: string | null = null, off: readonly number[] = []) =>
      play(
        dwelling,
        made.meter,
        { measure, where: whereOf(way, point), testVolts: null, method: 'no-trip' },
        new Set(off),
      );
  };
  it('a slack neutral wanders between line and neutral, and stands to earth', () => {
    const on = faulty({ kind: 'supply neutral slack' });
    expect(on({ test: 'volts', pair: 'L-N' }, null)).toMatchObject({
      value: { is: 'unstable', low: '217', high: '244' },
    });
    // On PME line to earth goes with it, and only an earth of its own tells the terminal.
    expect(on({ test: 'volts', pair: 'L-E' }, null)).toMatchObject({ value: { is: 'unstable' } });
    expect(on({ test: 'volts', pair: 'N-E' }, null)).toMatchObject({ value: { is: 'number' } });
    expect(on({ test: 'volts', pair: 'T-E' }, null)).toMatchObject({ value: { is: 'unstable' } });
  });
  it('a joint that warms and moves shows two loop impedances', () =>
    expect(
      faulty({ kind: 'contact', circuit: '4', point: 'Utility room 2', conductor: 'L', ohms: 0.4, moves: true })(
        zsAt,
        4,
        'Utility room 2',
      ),
    ).toMatchObject({ ok: true, value: { is: 'unstable' } }));
  it('a second source stops the test on a way that is off', () => {
    const on = faulty({ kind: 'second source', circuit: '4' });
    expect(on(zsAt, 4, 'Utility room 2', [4])).toMatchObject({
      ok: false,
      why: expect.stringMatching(/second source/),
    });
    expect(on(zsAt, 5, 'Hall light', [5])).toMatchObject({ ok: false, why: expect.stringMatching(/No voltage/) });
  });
  it('a neutral borrowed from behind another RCD trips it before the test', () => {
    const on = faulty({
      kind: 'borrowed neutral',
      circuit: '4',
      point: 'Utility room 2',
      from: { circuit: '5', point: 'Hall light' },
    });
    const half = { test: 'rcd time', position: 'half 0' };
    expect(on(half, 4, 'Utility room 2')).toMatchObject({ ok: false, tripped: [1, 2, 3, 4] });
    expect(on(half, 5, 'Hall light')).toMatchObject({ ok: false, why: expect.stringMatching(/before the test/) });
    expect(on(half, 1, 'Hall')).toMatchObject({ ok: true, tripped: [] });
  });
  it('shows both currents and three voltages at one press', () => {
    const played = play(sallowRise, meter, { measure: ipfLineNeutral, where: { of: 'supply' }, testVolts: null });
    expect(played.ok && played.also?.map(({ measure }) => measureKey(measure))).toEqual([
      'ipf/L-E',
      'volts/L-N',
      'volts/L-E',
      'volts/N-E',
    ]);
  });
});
