import { describe, expect, it } from 'vitest';
import { randomFrom } from '../../../core/physics/seeded-random';
import { nameOfWrong, oneWrong, randomRun, readRing, singleKinds } from '../../../../tests/support/solved-ring';
import { editionPack } from '../../edition/editions';
import { type Finding, diagnoseRing, nameOf } from './diagnose';
import type { RingReadings } from './evidence';
import { explainRing } from './explain';
import { type RingFault, type RingFit, linkingOf, shapeOf } from './hypotheses';
import { type ConductorPair, type RingConductor, ringMeter } from './ring-model';

const pack = editionPack('bs7671-2018-a2');
const fit = { live: 0.4446, cpc: 0.726, size: 0.5 };

/** What sits between a socket's contacts and the ring. */
function extraOf(
  fault: RingFault,
  { size, cpc, live }: RingFit,
  socket: number,
): Partial<Record<RingConductor, number>> | undefined {
  if (!('socket' in fault) || fault.socket !== socket) return undefined;
  if (fault.kind === 'spur') return { L: size, N: size, C: (size * cpc) / live };
  if (fault.kind === 'contact') return { [fault.conductor]: size };
  return fault.kind === 'loose' ? { [fault.conductor]: Infinity } : undefined;
}

/** Whether two findings put the fault within one socket of one another. */
function placedWithinOne(truth: Finding, found: Finding): boolean {
  const places = (fault: Finding): number[] =>
    'after' in fault
      ? ['until' in fault ? fault.until : fault.after, fault.after]
      : 'socket' in fault
        ? [fault.socket]
        : 'from' in fault
          ? [fault.from, fault.to]
          : [];
  const [a, b] = [places(truth), places(found)];
  return a.length === b.length && a.every((place, i) => Math.abs(place - (b[i] ?? Infinity)) <= 1);
}

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
    ['neither link in step 2', { kind: 'not linked', steps: 'step 2' }, 0],
    ['neither link in step 3', { kind: 'not linked', steps: 'step 3' }, 0],
    ['no link at all', { kind: 'not linked', steps: 'both' }, 0],
    ['no CPC anywhere', { kind: 'unearthed' }, 0],
    ['line broken', { kind: 'broken', conductors: ['L'], after: 5 }, 0],
    ['line and CPC cut at one place', { kind: 'broken', conductors: ['L', 'C'], after: 5 }, 0],
    ['neutral and CPC cut at one place', { kind: 'broken', conductors: ['N', 'C'], after: 5 }, 0],
    ['neutral broken', { kind: 'broken', conductors: ['N'], after: 5 }, 0],
    ['CPC broken', { kind: 'broken', conductors: ['C'], after: 5 }, 0],
    ['all broken', { kind: 'broken', conductors: ['L', 'N', 'C'], after: 5 }, 0],
    ['joint in line', { kind: 'joint', conductor: 'L', after: 2 }, 0.5],
    ['joint in CPC', { kind: 'joint', conductor: 'C', after: 2 }, 0.5],
    ['spur of 8 m', { kind: 'spur', socket: 2 }, 0.0593],
    ['crossed on one leg', { kind: 'crossed', swap: ['L', 'N'], after: 5 }, 0],
    ['crossed and back', { kind: 'crossed back', after: 3, until: 6 }, 0],
    ['bridge 3 to 7', { kind: 'bridge', from: 2, to: 6, conductors: ['L', 'N', 'C'] }, 0.0445],
    ['bridge in CPC', { kind: 'bridge', from: 2, to: 6, conductors: ['C'] }, 0.0445],
    ['bridge in line', { kind: 'bridge', from: 2, to: 6, conductors: ['L'] }, 0.0445],
    ['worn neutral contact', { kind: 'contact', conductor: 'N', socket: 4 }, 0.4],
  ])('%s', (_name, fault, size) => {
    const readings = read(fault, size);
    const [best] = diagnoseRing(readings).explanations;
    expect(named(readings)[0]).toBe(nameOf(fault));
    if (
      !['healthy', 'same leg', 'one link', 'not linked', 'unearthed'].includes(fault.kind) &&
      !['broken N', 'broken LNC', 'broken LC', 'broken NC'].includes(nameOf(fault))
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

describe('what is no ring, or no ring to be sure of', () => {
  const nine = <V>(value: V) => Array.from({ length: 9 }, () => value);
  const given = (part: Partial<RingReadings>): RingReadings => ({
    sockets: 9,
    ordered: true,
    ends: { r1: 0.6, rn: 0.6, r2: 0.98 },
    step2: nine(0.3),
    step3: [0.37, 0.38, 0.39, 0.39, 0.4, 0.39, 0.39, 0.38, 0.37],
    cableRatio: 1.633,
    ...part,
  });
  const zero = { ends: { r1: 0, rn: 0, r2: 0 }, step2: nine(0), step3: nine(0) };

  it('nothing but zeros is no ring', () => {
    expect(named(given(zero))).toEqual(['nothing fits']);
    expect(named(given({ ...zero, ordered: false }))).toEqual(['nothing fits']);
    expect(named(given({}))[0]).toBe('healthy');
  });

  it('columns that are alike are not said to be in one another’s place', () => {
    const alike = given({ ends: { r1: 0.6, rn: 0.6, r2: 0.98 }, step3: nine(0.3) });
    expect(named(alike)).not.toContain('steps exchanged');
    const swapped = given({ step2: given({}).step3, step3: nine(0.3) });
    expect(named(swapped)[0]).toBe('steps exchanged');
  });

  it('line and neutral cut at one place is told from a crossing by neutral to CPC in step 3', () => {
    const cut: RingFault = { kind: 'broken', conductors: ['L', 'N'], after: 5 };
    const before = diagnoseRing(read(cut));
    expect(before.confident).toBe(false);
    expect(explainRing(before, read(cut), null, pack).next[0]).toMatchObject({ step: 3, pair: 'N–CPC' });
    const tried = [{ socket: 2, step: 3, pair: ['N', 'C'], reading: 'open' }] as const;
    expect(named(read(cut, 0, { tried }))[0]).toBe('broken LN');
    const crossing = [{ socket: 2, step: 3, pair: ['N', 'C'], reading: 0.9 }] as const;
    expect(named(read(cut, 0, { tried: crossing }))[0]).toBe('crossed LN');
  });

  it('a sound ring of another ratio is never said to have a poor joint', () => {
    for (const r2 of [0.45, 0.6, 0.8, 0.98, 1.2, 1.5, 1.8]) {
      const step3 = Array.from({ length: 9 }, (_, i) => {
        const u = (i + 1) / 10;
        const one = 0.6 * u + r2 * (1 - u);
        return Math.round(((one * (0.6 + r2 - one)) / (0.6 + r2)) * 100) / 100;
      });
      const readings = given({ ends: { r1: 0.6, rn: 0.6, r2 }, step3 });
      const report = explainRing(diagnoseRing(readings), readings, { liveMm2: 2.5, cpcMm2: 1.5 }, pack);
      if (report.explanations[0]?.kind === 'healthy') expect(report.cable ?? '').not.toMatch(/joint/);
      if (r2 < 0.98) expect(report.explanations.map(({ kind }) => kind)).not.toContain('joint C');
    }
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
  it('is right on rings solved as networks, of every kind, as often as it must be', () => {
    const random = randomFrom(20_261_125);
    const counts = { rings: 0, first: 0, two: 0, sound: 0, soundFaulty: 0, sureAndWrong: 0 };
    const weigh = (readings: RingReadings, truth: string) => {
      const { explanations, confident } = diagnoseRing(readings);
      const names = explanations.map((e) => nameOf(e.fault));
      // With nothing but its own pairs to go by, a loose line reads as a socket of another circuit does.
      const alike = ['loose L', 'elsewhere'].includes(truth) ? ['loose L', 'elsewhere'] : [truth];
      const isFirst = alike.includes(names[0] ?? '');
      if (confident && !isFirst) counts.sureAndWrong += 1;
      return { isFirst, isAmongTwo: names.slice(0, 2).some((name) => alike.includes(name)) };
    };
    for (let i = 0; i < 4; i += 1)
      for (const kind of singleKinds) {
        const sockets = 7 + Math.floor(random() * 8);
        const ring = readRing(random, randomRun(random, sockets), [oneWrong(random, kind, sockets)], { noise: 0.01 });
        if (ring.change < 0.08) continue;
        const { isFirst, isAmongTwo } = weigh(ring.readings, nameOfWrong(ring.wrong[0] as (typeof ring.wrong)[number]));
        counts.rings += 1;
        counts.first += Number(isFirst);
        counts.two += Number(isAmongTwo);
      }
    for (let i = 0; i < 40; i += 1) {
      const { readings } = readRing(random, randomRun(random, 7 + (i % 8)), [], { noise: 0.012 });
      counts.sound += 1;
      counts.soundFaulty += Number(!weigh(readings, 'healthy').isFirst);
    }
    expect(counts.rings).toBeGreaterThan(80);
    expect(counts.first / counts.rings).toBeGreaterThan(0.94);
    expect(counts.two / counts.rings).toBeGreaterThan(0.97);
    expect(counts.soundFaulty).toBeLessThanOrEqual(1);
    expect(counts.sureAndWrong).toBeLessThanOrEqual(2);
  });

  const ringOf = (wrong: Parameters<typeof readRing>[2], metering: Partial<Parameters<typeof readRing>[3]> = {}) =>
    readRing(randomFrom(9), randomRun(randomFrom(4), 10, 0), wrong, { noise: 0.008, ...metering }).readings;

  it('names two things at once, each where it is', () => {
    const { explanations } = diagnoseRing(
      ringOf([
        { is: 'broken', of: ['L'], after: 4 },
        { is: 'spur', socket: 7, metres: 9 },
      ]),
    );
    expect(explanations.filter(({ leads }) => leads).map(({ fault }) => nameOf(fault))).toEqual(['broken L', 'spur']);
    expect(explanations[1]?.fault).toMatchObject({ socket: 7 });
  });
  it('knows leads that were not nulled, columns and ends entered in one another’s place, and a slipped point', () => {
    const sound = ringOf([]);
    expect(named(ringOf([], { leads: 0.25 }))[0]).toBe('leads');
    expect(named({ ...sound, step2: sound.step3, step3: sound.step2 })[0]).toBe('steps exchanged');
    expect(named({ ...sound, ends: { ...sound.ends, rn: sound.ends.r2, r2: sound.ends.rn } })[0]).toBe(
      'ends exchanged NC',
    );
    const slip = (values: RingReadings['step2']) =>
      values.map((v, i) => (i === 3 && typeof v === 'number' ? v * 10 : v));
    expect(named({ ...sound, step2: slip(sound.step2) })[0]).toBe('slipped');
  });
  it('sees past several sockets that stand out to a joint of the ring behind them, and names them too', () => {
    const readings: RingReadings = {
      sockets: 11,
      ordered: true,
      ends: { r1: 1.13, rn: 0.34, r2: 0.85 },
      step2: [0.26, 0.38, 0.28, 0.27, 0.36, 0.27, 0.27, 0.25, 0.27, 0.28, 0.27],
      step3: [0.46, 0.61, 0.47, 0.45, 0.58, 0.41, 0.4, 0.38, 0.36, 0.49, 0.47],
      cableRatio: 2.5,
    };
    const { explanations, sigma } = diagnoseRing(readings);
    const led = explanations.filter(({ leads }) => leads).map(({ fault }) => fault);
    expect(led[0]).toEqual({ kind: 'joint', conductor: 'L', after: 9 });
    expect(led.slice(1).map((fault) => 'socket' in fault && fault.socket)).toEqual([4, 1]);
    // Read as scatter the two sockets would have been 0.05 ohm of it.
    expect(sigma).toBeLessThan(0.03);
  });
  it('says that nothing fits where the figures are of nothing', () => {
    const random = randomFrom(77);
    const any = () => Math.round(random() * 150) / 100;
    for (let i = 0; i < 10; i += 1) {
      const junk = { sockets: 9, ordered: true, ends: { r1: any(), rn: any(), r2: any() } };
      const readings = { ...junk, step2: Array.from({ length: 9 }, any), step3: Array.from({ length: 9 }, any) };
      expect(named(readings)[0]).toBe('nothing fits');
    }
  });
  it('calls a ring sound only as far as it was read, and is not sure of the rest', () => {
    const half = ringOf([{ is: 'spur', socket: 3, metres: 10 }], { read: (socket) => socket % 2 === 0 });
    const { explanations, confident } = diagnoseRing(half);
    const report = explainRing(diagnoseRing(half), half, null, pack);
    expect([nameOf(explanations[0]?.fault ?? { kind: 'nothing fits' }), confident]).toEqual(['healthy', false]);
    expect(report.explanations[0]?.title).toBe('Sound as far as it was read: 5 of 10 sockets');
    expect(report.read).toEqual({ sockets: 5, of: 10 });
    expect(report.next[0]).toMatchObject({ why: expect.stringContaining('Not read yet') });
  });
  it('names no reading that was not taken', () => {
    for (const kind of singleKinds) {
      const sockets = 9;
      const random = randomFrom(3);
      const { readings } = readRing(random, randomRun(random, sockets), [oneWrong(random, kind, sockets)], {
        noise: 0.01,
      });
      const none = Array<null>(sockets).fill(null);
      for (const [given, never] of [
        [{ ...readings, step2: none, tried: [] }, /[Ss]tep 2 reads/],
        [{ ...readings, step3: none, tried: [] }, /[Ss]tep 3 reads/],
        [{ ...readings, ends: {} }, /\b(r1|rn|r2) (\d|open)/i],
      ] as const)
        for (const { reasons } of explainRing(diagnoseRing(given), given, null, pack).explanations)
          for (const reason of reasons) expect(reason).not.toMatch(never);
    }
  });
  it('asks for the reading that tells what leads from what is next', () => {
    // A loose line and neutral reversed with CPC leave the same two pairs open: line to CPC in step 2 tells.
    const loose = ringOf([{ is: 'loose', of: 'L', socket: 4 }]);
    const without = { ...loose, tried: [] };
    const { next } = explainRing(diagnoseRing(without), without, null, pack);
    expect(next[0]).toMatchObject({ socket: 5 });
    expect(['L–CPC', 'L–N']).toContain(next[0]?.pair);
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
      const { readings } = readRing(random, randomRun(random, 9), [], { noise: 0.01 });
      expect(named(mirrored(readings))[0]).toBe(named(readings)[0]);
    }
  });
});
