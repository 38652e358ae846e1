import { describe, expect, it } from 'vitest';
import { editionPack } from '../../core/edition/editions';
import type { TestId } from '../../core/installation/measurement';
import { misfit, testIds } from '../../core/installation/measurement';
import { idealInstrument, meterOn, usualInstrument } from '../../core/meter/meter';
import type { ReadingValue } from '../../core/quantity/reading-value';
import { randomFrom } from '../seeded-random';
import { play } from './play';
import { sallowRise } from './sallow-rise';

const on = meterOn(sallowRise, editionPack('bs7671-2018-a2'), idealInstrument);
if (!on.ok) throw new Error(on.problem);
const { meter } = on;
const take = (test: TestId, way: number | null, point: string | null = null) => play(sallowRise, meter, { test, way, point, testVolts: null });
const value = (test: TestId, way: number | null, point: string | null = null): ReadingValue => {
  const played = take(test, way, point);
  if (!played.ok) throw new Error(played.why);
  return played.value;
};
const figure = (...args: Parameters<typeof value>): number => Number((value(...args) as { shown: string }).shown);

describe('27 Sallow Rise under the probes', () => {
  it('has a ring of 61 m in 4/1.5 with 17 m of spur to the garden room', () => {
    expect(figure('ring-r1', 1)).toBeCloseTo((61 * 4.61) / 1000, 3);
    expect(figure('ring-r2', 1)).toBeCloseTo((61 * 12.1) / 1000, 3);
    const spur = figure('ring-step3', 1, 'Garden room') - figure('ring-step3', 1, 'Parlour 2');
    expect(spur).toBeCloseTo((17 * (4.61 + 12.1)) / 1000, 3);
    expect(figure('r1r2', 1)).toBe(figure('ring-step3', 1, 'Garden room'));
  });
  it('has its loft conversion bridged: a hump in step 2 where a sound ring is level', () => {
    expect(figure('ring-step2', 2, 'Loft room 1')).toBeGreaterThan(figure('ring-step2', 2, 'Landing') + 0.03);
    expect(figure('ring-step2', 2, 'Landing')).toBeCloseTo(figure('ring-step2', 2, 'Airing cupboard'), 2);
  });
  it('has a damp gatepost, found from both sides of an opening', () => {
    expect(figure('ir-n-e', 8)).toBeCloseTo(0.6, 2);
    expect(figure('ir-far', 8, 'Gatepost light')).toBeCloseTo(0.6, 2);
    expect(figure('ir-near', 8, 'Gatepost light')).toBeGreaterThan(100);
    expect(value('ir-near', 8, 'Porch light')).toMatchObject({ is: 'over' });
    expect(figure('ir-far', 8, 'Porch light')).toBeCloseTo(0.6, 2);
  });
  it('has a loose terminal that moves', () => expect(value('point-r1r2', 4, 'Utility room 3')).toMatchObject({ is: 'unstable' }));
  it('reads its bonds parted, and its origin', () => {
    expect(figure('bond-water-continuity', null)).toBeCloseTo((19 * 1.83) / 1000, 3);
    expect(figure('ze', null)).toBeCloseTo(0.21, 2);
    expect(figure('ipf-ln', null)).toBeCloseTo(238 / 0.18 / 1000, 2);
  });
  it('opens a ring into a row for halving: its other leg is off', () => {
    expect(take('ir-near', 1, 'Kitchen 1')).toMatchObject({ ok: true });
    expect(take('ir-near', 1, 'Pantry')).toMatchObject({ ok: false, why: expect.stringMatching(/No cable runs/) });
  });
  it('answers every test of every place with something that may stand in its cell, or says why not', () => {
    const usual = meterOn(sallowRise, editionPack('bs7671-2018-a2'), usualInstrument(randomFrom(7)));
    if (!usual.ok) throw new Error(usual.problem);
    for (const test of testIds) {
      for (const circuit of sallowRise.circuits) {
        for (const point of [null, circuit.points[0]?.id ?? null]) {
          const played = play(sallowRise, usual.meter, { test, way: Number(circuit.id), point, testVolts: 500 });
          if (played.ok) expect(misfit(played.value, test), `${test} way ${circuit.id} ${point ?? ''}`).toBeNull();
          else expect(played.why.length).toBeGreaterThan(10);
        }
      }
    }
  });
});
