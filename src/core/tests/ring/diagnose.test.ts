import { describe, expect, it } from 'vitest';
import { randomFrom } from '../../../standins/seeded-random';
import { faultKinds, placedWithinOne, simulatedRing } from '../../../../tests/support/simulated-ring';
import { editionPack } from '../../edition/editions';
import { diagnoseRing, nameOf } from './diagnose';
import type { RingReadings } from './evidence';
import { explainRing } from './explain';
import { type RingFault, extraOf, linkingOf, shapeOf } from './hypotheses';
import { type ConductorPair, ringMeter } from './ring-model';

const pack = editionPack('bs7671-2018-a2');
const fit = { live: 0.4446, cpc: 0.726, size: 0.5 };

/** The nine-socket ring of the trade's table with one fault, read to a hundredth without noise. */
function read(fault: RingFault, size = 0.5, more: Partial<RingReadings> = {}): RingReadings {
  const at = Array.from({ length: 9 }, (_, i) => ({ u: (i + 1) / 10 }));
  const own = { ...fit, size };
  const shape = shapeOf(fault, own, at);
  const shown = (ohms: number | null) => (ohms === null ? ('open' as const) : Math.round(ohms * 100) / 100);
  const socket = (index: number) => ({
    index,
    u: at[index]?.u ?? 0,
    w: at[index]?.u ?? 0,
    swap: fault.kind === 'reversed' && fault.socket === index ? fault.swap : undefined,
    extra: extraOf(fault, own, index),
  });
  const step = (which: 2 | 3, pair: ConductorPair) =>
    at.map((_, i) => shown(ringMeter(shape, which, linkingOf(fault, which)).read(socket(i), pair)));
  const ends = ringMeter(shape, 1);
  return {
    sockets: 9,
    ordered: true,
    ends: { r1: shown(ends.end('L')), rn: shown(ends.end('N')), r2: shown(ends.end('C')) },
    step2: step(2, ['L', 'N']),
    step3: step(3, ['L', 'C']),
    cableRatio: 1.633,
    ...more,
  };
}
const named = (readings: RingReadings) => diagnoseRing(readings).explanations.map((e) => nameOf(e.fault));

describe('every row of the signature table', () => {
  it.each<[string, RingFault, number]>([
    ['nothing', { kind: 'healthy' }, 0],
    ['same leg', { kind: 'same leg', steps: 'both' }, 0],
    ['one link', { kind: 'one link', steps: 'both', missing: 'A' }, 0],
    ['line broken', { kind: 'broken', conductors: ['L'], after: 5 }, 0],
    ['neutral broken', { kind: 'broken', conductors: ['N'], after: 5 }, 0],
    ['CPC broken', { kind: 'broken', conductors: ['C'], after: 5 }, 0],
    ['all broken', { kind: 'broken', conductors: ['L', 'N', 'C'], after: 5 }, 0],
    ['joint in line', { kind: 'joint', conductor: 'L', after: 2 }, 0.5],
    ['joint in CPC', { kind: 'joint', conductor: 'C', after: 2 }, 0.5],
    ['spur of 8 m', { kind: 'spur', socket: 2 }, 0.0593],
    ['crossed on one leg', { kind: 'crossed', swap: ['L', 'N'], after: 5 }, 0],
    ['crossed and back', { kind: 'crossed back', after: 3, until: 6 }, 0],
    ['bridge 3 to 7', { kind: 'bridge', from: 2, to: 6, conductors: ['L', 'N', 'C'] }, 0.0445],
    ['bridge in line', { kind: 'bridge', from: 2, to: 6, conductors: ['L'] }, 0.0445],
    ['worn neutral contact', { kind: 'contact', conductor: 'N', socket: 4 }, 0.4],
  ])('%s', (_name, fault, size) => {
    const readings = read(fault, size);
    const [best] = diagnoseRing(readings).explanations;
    expect(named(readings)[0]).toBe(nameOf(fault));
    if (
      !['healthy', 'same leg', 'one link'].includes(fault.kind) &&
      nameOf(fault) !== 'broken N' &&
      nameOf(fault) !== 'broken LNC'
    )
      expect(best && placedWithinOne(fault, best.fault)).toBe(true);
  });

  it.each<[ConductorPair, 2 | 3]>([
    [['L', 'N'], 3],
    [['L', 'C'], 2],
    [['N', 'C'], 2],
  ])('%j reversed: not told from loose until another pair is tried, and then sure', (swap, step) => {
    const fault: RingFault = { kind: 'reversed', swap, socket: 3 };
    const before = diagnoseRing(read(fault));
    const names = before.explanations.map((e) => nameOf(e.fault));
    expect(names.slice(0, 2)).toContain(`reversed ${swap.join('')}`);
    const { next } = explainRing(before, read(fault), null, pack);
    expect(next.some((t) => t.socket === 4 && t.step === step)).toBe(true);
    const at = { index: 3, u: 0.4, w: 0.4, swap };
    const shape = { ohms: { L: 0.4446, N: 0.4446, C: 0.726 } };
    const tried = ([2, 3] as const).flatMap((s) =>
      ([['N', 'C'], s === 2 ? ['L', 'C'] : ['L', 'N']] as ConductorPair[]).map((pair) => ({
        socket: 3,
        step: s,
        pair,
        reading: ringMeter(shape, s).read(at, pair) ?? ('open' as const),
      })),
    );
    const after = diagnoseRing(read(fault, 0, { tried }));
    expect(nameOf(after.explanations[0]?.fault ?? { kind: 'healthy' })).toBe(`reversed ${swap.join('')}`);
    expect(after.confident).toBe(true);
  });
});

describe('the diagnosis', () => {
  it('is not confident where two explain it equally', () => {
    const loose = read({ kind: 'loose', conductor: 'C', socket: 3 });
    const { confident, explanations } = diagnoseRing(loose);
    expect(confident).toBe(false);
    expect(
      explanations
        .slice(0, 2)
        .map((e) => nameOf(e.fault))
        .sort(),
    ).toEqual(['loose C', 'reversed LN']);
  });
  it('places a joint in the neutral only with the legs linked same side on purpose, and says so', () => {
    const fault: RingFault = { kind: 'joint', conductor: 'N', after: 6 };
    const readings = read(fault);
    const report = explainRing(diagnoseRing(readings), readings, null, pack);
    expect(report.explanations[0]).toMatchObject({ kind: 'joint N', place: null });
    expect(report.next[0]).toMatchObject({ step: 'same side' });
    const meter = ringMeter(shapeOf(fault, fit, []), 2, 'same');
    const sameSide = Array.from(
      { length: 9 },
      (_, i) => Math.round((meter.read({ index: i, u: (i + 1) / 10, w: (i + 1) / 10 }, ['L', 'N']) ?? 0) * 100) / 100,
    );
    const again = read(fault, 0.5, { sameSide });
    expect(explainRing(diagnoseRing(again), again, null, pack).explanations[0]).toMatchObject({
      kind: 'joint N',
      place: 'between sockets 6 and 7',
    });
  });
  it('gives the length of a spur and sees another cable', () => {
    const spur = read({ kind: 'spur', socket: 2 }, 0.0593);
    const report = explainRing(diagnoseRing(spur), spur, { liveMm2: 2.5, cpcMm2: 1.5 }, pack);
    expect(report.explanations[0]?.lengthMetres).toBeGreaterThan(6);
    expect(report.explanations[0]?.lengthMetres).toBeLessThan(10);
    const old: RingReadings = {
      sockets: 6,
      ordered: true,
      ends: { r1: 0.37, rn: 0.37, r2: 0.9 },
      step2: [0.18, 0.19, 0.18, 0.18, 0.19, 0.18],
      step3: [0.29, 0.3, 0.32, 0.32, 0.3, 0.29],
    };
    expect(explainRing(diagnoseRing(old), old, { liveMm2: 2.5, cpcMm2: 1.5 }, pack).cable).toMatch(
      /behaves like 2.5\/1 mm²/,
    );
  });
  it('takes any subset: ends alone, one step alone, gaps, no order, an unstable socket', () => {
    const healthy = read({ kind: 'healthy' }, 0);
    const none = Array<null>(9).fill(null);
    expect(named({ ...healthy, step2: none, step3: none })[0]).toBe('healthy');
    expect(named({ ...healthy, ends: {} })[0]).toBe('healthy');
    expect(named({ ...healthy, step3: none })[0]).toBe('healthy');
    expect(named({ ...healthy, step2: healthy.step2.map((v, i) => (i % 2 ? null : v)) })[0]).toBe('healthy');
    expect(named({ ...read({ kind: 'spur', socket: 2 }, 0.08), ordered: false })[0]).toBe('spur');
    const rocked = read({ kind: 'contact', conductor: 'N', socket: 4 }, 0.4);
    expect(named({ ...rocked, step2: rocked.step2.map((v, i) => (i === 4 ? { low: 0.25, high: 0.9 } : v)) })[0]).toBe(
      'contact N',
    );
    expect(diagnoseRing({ sockets: 3, ordered: true, ends: {}, step2: [], step3: [] })).toMatchObject({
      readings: 0,
      confident: false,
    });
  });
  it('is right on simulated rings of every kind, as often as it must be', () => {
    const random = randomFrom(20_261_125);
    let [first, two, count, healthyFaulty] = [0, 0, 0, 0];
    for (const kind of faultKinds) {
      for (let i = 0; i < 8; i += 1) {
        const ring = simulatedRing(random, kind);
        const names = named(ring.readings);
        count += 1;
        if (names[0] === ring.name) first += 1;
        if (names.slice(0, 2).includes(ring.name)) two += 1;
        if (kind === 'healthy' && names[0] !== 'healthy') healthyFaulty += 1;
      }
    }
    expect(first / count).toBeGreaterThan(0.93);
    expect(two / count).toBeGreaterThan(0.96);
    expect(healthyFaulty).toBeLessThanOrEqual(1);
  });
});

describe('numbering the sockets from the other leg', () => {
  const mirrored = (readings: RingReadings): RingReadings => ({
    ...readings,
    step2: [...readings.step2].reverse(),
    step3: [...readings.step3].reverse(),
  });
  it.each<[string, RingFault, RingFault, number]>([
    [
      'a broken CPC',
      { kind: 'broken', conductors: ['C'], after: 2 },
      { kind: 'broken', conductors: ['C'], after: 7 },
      0,
    ],
    [
      'a joint in the line',
      { kind: 'joint', conductor: 'L', after: 2 },
      { kind: 'joint', conductor: 'L', after: 7 },
      0.5,
    ],
    ['a spur', { kind: 'spur', socket: 1 }, { kind: 'spur', socket: 7 }, 0.0593],
    [
      'a worn contact',
      { kind: 'contact', conductor: 'N', socket: 0 },
      { kind: 'contact', conductor: 'N', socket: 8 },
      0.4,
    ],
    [
      'a bridge',
      { kind: 'bridge', from: 1, to: 5, conductors: ['L', 'N', 'C'] },
      { kind: 'bridge', from: 3, to: 7, conductors: ['L', 'N', 'C'] },
      0.0445,
    ],
    [
      'lives crossed and back',
      { kind: 'crossed back', after: 2, until: 4 },
      { kind: 'crossed back', after: 5, until: 7 },
      0,
    ],
  ])('%s moves with them, and is believed as much', (_name, fault, other, size) => {
    const [here] = diagnoseRing(read(fault, size)).explanations;
    const [there] = diagnoseRing(mirrored(read(fault, size))).explanations;
    expect(there && nameOf(there.fault)).toBe(nameOf(other));
    expect(there && placedWithinOne(other, there.fault)).toBe(true);
    expect(there?.share).toBeCloseTo(here?.share ?? 0, 1);
  });

  it('a sound ring stays sound', () => {
    const random = randomFrom(41);
    for (let i = 0; i < 12; i += 1) {
      const { readings } = simulatedRing(random, 'healthy');
      expect(named(mirrored(readings))[0]).toBe(named(readings)[0]);
    }
  });
});
