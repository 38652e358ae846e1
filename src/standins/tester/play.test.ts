import { describe, expect, it } from 'vitest';
import { editionPack } from '../../core/edition/editions';
import { tests } from '../../core/catalogue';
import { type Measure, measureKey } from '../../core/installation/slot';
import { conductorContinuity } from '../../core/tests/continuity/slots';
import type { Where } from '../../instruments/messages';
import { idealInstrument, meterOn, usualInstrument } from '../../core/physics/meter';
import type { ReadingValue } from '../../core/quantity/reading-value';
import { randomFrom } from '../seeded-random';
import { play } from './play';
import { sallowRise } from './sallow-rise';
import { r1r2 } from '../../core/tests/continuity/slots';
import { boardSide, farSide, neutralEarth } from '../../core/tests/insulation/slots';
import { ipfLineNeutral, ze } from '../../core/tests/origin/slots';
import { ringR1, ringR2, step2, step3 } from '../../core/tests/ring/slots';

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
