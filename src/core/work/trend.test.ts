import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { opened, rentedHouseEntries, viewAt, viewOfScribe } from '../../../tests/support/entries';
import { tests } from '../catalogue';
import { type Measure, slotAt } from '../installation/slot';
import type { ReadingValue } from '../quantity/reading-value';
import { bringForward } from './bring-forward';
import { changeOf, earlierAt, sayTrend, trendAt } from './trend';

const figure = (shown: string): ReadingValue => ({ is: 'number', shown });
const over = (bound: string): ReadingValue => ({ is: 'over', bound });
const definitionOf = (measure: Measure) => {
  const found = tests.on('way', measure);
  if (!found) throw new Error('no such test');
  return found;
};

describe('with the accuracy its maker states', () => {
  const r1r2 = definitionOf({ test: 'r1r2' });
  it.each([
    // Usual: 0.30 and 0.38 with 3 % + 0.03 each and 4 % of warmth may lie 0.096 apart; a sharp one today leaves 0.076.
    ['nothing said', '0.38', undefined, 'as before'],
    ['a sharp one', '0.38', { continuity: { percent: 0.5, digits: 1 } }, 'deteriorating'],
    ['nothing said', '0.45', undefined, 'deteriorating'],
    ['a poor one', '0.45', { continuity: { percent: 10, digits: 10 } }, 'as before'],
    ['another function of it', '0.38', { insulation: { percent: 0.5, digits: 1 } }, 'as before'],
  ] as const)('%s: 0.30 then %s', (_name, today, stated, change) =>
    expect(changeOf(r1r2, figure('0.30'), figure(today), stated)).toBe(change),
  );
});

describe('whether a reading moved between two visits', () => {
  it.each<[string, Measure, ReadingValue, ReadingValue, string]>([
    ['R1+R2 within the instruments', { test: 'r1r2' }, figure('0.62'), figure('0.70'), 'as before'],
    ['R1+R2 well above', { test: 'r1r2' }, figure('0.62'), figure('0.90'), 'deteriorating'],
    ['R1+R2 well below', { test: 'r1r2' }, figure('0.90'), figure('0.62'), 'better'],
    ['insulation falls to a tenth', { test: 'insulation', pair: 'LN-E' }, figure('120'), figure('12'), 'deteriorating'],
    [
      'insulation halves, as damp makes it',
      { test: 'insulation', pair: 'LN-E' },
      figure('40'),
      figure('20'),
      'as before',
    ],
    [
      'insulation from over range to sound',
      { test: 'insulation', pair: 'LN-E' },
      over('999'),
      figure('150'),
      'as before',
    ],
    [
      'insulation from over range to low',
      { test: 'insulation', pair: 'LN-E' },
      over('999'),
      figure('8'),
      'deteriorating',
    ],
    ['insulation mended', { test: 'insulation', pair: 'LN-E' }, figure('0.5'), figure('200'), 'better'],
    ['an RCD a little slower', { test: 'rcd time' }, figure('24'), figure('28'), 'as before'],
    ['an RCD much slower', { test: 'rcd time' }, figure('24'), figure('160'), 'deteriorating'],
    [
      'one that would not stand still',
      { test: 'r1r2' },
      { is: 'unstable', low: '0.33', high: '0.76' },
      figure('0.95'),
      'not comparable',
    ],
    ['a ring that opened', { test: 'ring', step: 1, pair: 'L-L' }, figure('0.50'), { is: 'open' }, 'deteriorating'],
    ['a ring that was mended', { test: 'ring', step: 1, pair: 'L-L' }, { is: 'open' }, figure('0.50'), 'better'],
    ['R1+R2 beyond the range now', { test: 'r1r2' }, figure('0.50'), over('99'), 'deteriorating'],
    ['R1+R2 beyond the range then', { test: 'r1r2' }, over('99'), figure('0.50'), 'better'],
    ['R1+R2 beyond the range both times', { test: 'r1r2' }, over('99'), over('99'), 'not comparable'],
    ['a bound that says nothing', { test: 'r1r2' }, figure('0.50'), over('0.4'), 'not comparable'],
    ['polarity that was right', { test: 'polarity' }, { is: 'confirmed' }, { is: 'reversed' }, 'deteriorating'],
    ['polarity put right', { test: 'polarity' }, { is: 'reversed' }, { is: 'confirmed' }, 'better'],
  ])('%s', (_name, measure, then, now, change) => expect(changeOf(definitionOf(measure), then, now)).toBe(change));
});

/** A generator of its own, so that a failure can be had again. */
function randomly(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

describe('on simulated histories', () => {
  const random = randomly(118);
  const between = (least: number, most: number) => least + (most - least) * random();
  /** An instrument within 2 % and two digits, leads nulled within 10 mΩ, cables between 10 and 25 °C. */
  const read = (ohms: number): ReadingValue => {
    const warmed = ohms * (1 + 0.004 * (between(10, 25) - 20));
    const shown = warmed * (1 + between(-0.02, 0.02)) + between(-0.02, 0.02) + between(-0.01, 0.01);
    return figure(Math.max(0, shown).toFixed(2));
  };
  const share = (times: number, is: (ohms: number) => boolean) =>
    Array.from({ length: times }, () => is(between(0.1, 3))).filter(Boolean).length / times;
  it.each([[{ test: 'r1r2' }], [{ test: 'r2' }], [{ test: 'zs' }]])('%j: still circuits are left alone', (measure) =>
    expect(
      share(2000, (ohms) => changeOf(definitionOf(measure), read(ohms), read(ohms)) !== 'as before'),
    ).toBeLessThanOrEqual(0.02),
  );
  it.each([[{ test: 'r1r2' }], [{ test: 'r2' }], [{ test: 'zs' }]])('%j: a joint gone bad is found', (measure) =>
    expect(
      share(2000, (ohms) => changeOf(definitionOf(measure), read(ohms), read(ohms * 1.2 + 0.15)) === 'deteriorating'),
    ).toBeGreaterThanOrEqual(0.95),
  );
  /** An insulation of so many megohms at 20 °C: half for ten kelvin more, down to half for damp, read within 3 % and 2 digits. */
  const readInsulation = (megohms: number): ReadingValue => {
    const there = megohms * 2 ** ((20 - between(10, 25)) / 10) * 2 ** -between(0, 1);
    const shown = there * (1 + between(-0.03, 0.03)) + between(-0.02, 0.02);
    return shown > 999 ? over('999') : figure(Math.max(0.01, shown).toPrecision(3));
  };
  const insulation = definitionOf({ test: 'insulation', pair: 'LN-E' });
  const shareInsulated = (times: number, is: (megohms: number) => boolean) =>
    Array.from({ length: times }, () => is(10 ** between(0, 3))).filter(Boolean).length / times;
  it('insulation that only weather moves is left alone', () =>
    expect(
      shareInsulated(
        4000,
        (megohms) => changeOf(insulation, readInsulation(megohms), readInsulation(megohms)) !== 'as before',
      ),
    ).toBeLessThanOrEqual(0.02));
  it('insulation fallen to less than a tenth, and below where it says nothing yet, is found', () =>
    expect(
      shareInsulated(4000, (megohms) => {
        const now = Math.min(megohms / 12, 40);
        return changeOf(insulation, readInsulation(megohms), readInsulation(now)) === 'deteriorating';
      }),
    ).toBeGreaterThanOrEqual(0.95));
  /** An RCD within 2 % and 2 ms of itself from one visit to the next. */
  const trip = (milliseconds: number): ReadingValue =>
    figure((milliseconds * (1 + between(-0.02, 0.02)) + between(-2, 2)).toFixed(0));
  it('RCDs that trip as they did are left alone, and slow ones are found', () => {
    const device = definitionOf({ test: 'rcd time' });
    const shareTripped = (slower: number, is: string) =>
      Array.from({ length: 2000 }, () => {
        const own = between(10, 120);
        return changeOf(device, trip(own), trip(own * slower + (slower > 1 ? 12 : 0))) === is;
      }).filter(Boolean).length / 2000;
    expect(1 - shareTripped(1, 'as before')).toBeLessThanOrEqual(0.02);
    expect(shareTripped(1.3, 'deteriorating')).toBeGreaterThanOrEqual(0.95);
  });
});

describe('a job at a known installation', () => {
  const view = viewAt(rentedHouseEntries());
  const forward = () => {
    const s = opened();
    for (const { kind, body } of bringForward(view, { jobId: v7(), on: '2021-03-02', number: 'OL-0007' }, v7))
      s.say(kind, body as never);
    return viewOfScribe(s);
  };
  it('begins with its supply, boards, circuits and points, and with no reading of today', () => {
    const { job } = forward();
    expect(job.readings.size).toBe(0);
    const {
      bondWater: _w,
      bondGas: _g,
      bondOil: _o,
      bondSteel: _s,
      bondLightning: _l,
      bondOther: _x,
      ...supply
    } = view.job.supply;
    expect(job.supply).toEqual(supply);
    expect([...job.ways.values()].every(({ neutral }) => neutral === undefined)).toBe(true);
    expect(
      [...job.ways.values()].map(({ number, description, deviceAmps }) => [number, description, deviceAmps]),
    ).toEqual(
      [...view.job.ways.values()].map(({ number, description, deviceAmps }) => [number, description, deviceAmps]),
    );
    expect([...job.points.values()].map(({ name }) => name).sort()).toEqual(
      [...view.job.points.values()].map(({ name }) => name).sort(),
    );
    for (const id of job.ways.keys()) expect(view.job.ways.has(id)).toBe(false);
    expect(job.earlier).toMatchObject([{ on: '2021-03-02', number: 'OL-0007', reference: 'FW-118' }]);
  });
  it('has what governed then at the same circuits, and hands it on to the visit after', () => {
    const first = forward();
    const ring = [...first.job.ways.values()].find(({ number }) => number === 1);
    const slot = slotAt({ of: 'way', id: ring?.id ?? '' }, { test: 'ring', step: 1, pair: 'L-L' });
    expect(earlierAt(first, slot)).toHaveLength(1);
    const s = opened();
    for (const { kind, body } of bringForward(first, { jobId: v7(), on: '2026-03-02', number: null }, v7))
      s.say(kind, body as never);
    const second = viewOfScribe(s);
    expect(second.job.earlier.map(({ on }) => on)).toEqual(['2026-03-02', '2021-03-02']);
    const way = [...second.job.ways.values()].find(({ number }) => number === 1);
    expect(earlierAt(second, slotAt({ of: 'way', id: way?.id ?? '' }, slot))).toHaveLength(1);
  });
  it('says how a result moved, and when it would reach its limit at that pace', () => {
    const { job, ...rest } = forward();
    const porch = [...job.ways.values()].find(({ number }) => number === 1);
    const slot = slotAt({ of: 'way', id: porch?.id ?? '' }, { test: 'ring', step: 1, pair: 'L-L' });
    const at = { job, ...rest };
    const before = Number((earlierAt(at, slot)[0]?.value as { shown: string }).shown);
    const today = figure((before + 0.5).toFixed(2));
    const trend = trendAt(at, slot, today, before + 1, 5);
    expect(trend).toMatchObject({ change: 'deteriorating' });
    const [soonest = 0, latest = 0] = trend?.years ?? [];
    expect(soonest).toBeLessThan(5);
    expect(latest).toBeGreaterThan(5);
    expect(trend && sayTrend(trend, (day) => day)).toMatch(
      /^Earlier .*, 2021-03-02 · deteriorating; at this pace its limit in about/,
    );
    expect(trendAt(at, slot, figure(String(before)), before + 1, 5)).toMatchObject({
      change: 'as before',
      years: null,
    });
    expect(trendAt(at, { ...slot, test: 'zs' }, today, null, 5)).toBeNull();
  });
});
