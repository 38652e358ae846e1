import { nameOf } from '../../src/core/tests/ring/diagnose';
import type { RingReading, RingReadings } from '../../src/core/tests/ring/evidence';
import { type RingFault, extraOf, linkingOf, shapeOf } from '../../src/core/tests/ring/hypotheses';
import { type ConductorPair, type SocketAt, ringConductors, ringMeter } from '../../src/core/tests/ring/ring-model';

/** Milliohms per metre of live conductor and CPC. */
const cables = [
  { live: 7.41, cpc: 12.1 },
  { live: 7.41, cpc: 18.1 },
  { live: 4.61, cpc: 12.1 },
] as const;

export const faultKinds = [
  'healthy',
  'same leg',
  'one link',
  'broken L',
  'broken N',
  'broken C',
  'broken LNC',
  'joint L',
  'joint N',
  'joint C',
  'spur',
  'contact L',
  'contact N',
  'contact C',
  'reversed LN',
  'reversed LC',
  'reversed NC',
  'crossed LN',
  'crossed back',
  'bridge LNC',
  'bridge L',
] as const;
export type SimulatedKind = (typeof faultKinds)[number];

export type SimulatedRing = { readonly fault: RingFault; readonly name: string; readonly readings: RingReadings };

/** A ring with a fault of this kind at a random place and of a random size, measured as a person with a tester would. */
export function simulatedRing(
  random: () => number,
  kind: SimulatedKind,
  sockets = 4 + Math.floor(random() * 17),
): SimulatedRing {
  for (;;) {
    const ring = oneRing(random, kind, sockets);
    if (kind === 'healthy' || ring.change >= leastChange) return ring;
  }
}

/** A fault that changes no reading by three standard deviations of the noisiest instrument, in ohm, is hidden in its noise. */
const leastChange = 0.06;

function oneRing(
  random: () => number,
  kind: SimulatedKind,
  sockets: number,
): SimulatedRing & { readonly change: number } {
  const gauss = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const pick = (most: number) => Math.floor(random() * most);
  const own = cables[random() < 0.7 ? 0 : random() < 0.5 ? 1 : 2];
  const other = cables[pick(3)] ?? own;
  const mixed = random() < 0.25;
  const from = pick(sockets + 1);
  const until = from + 1 + pick(sockets + 1 - from);
  const sections = Array.from({ length: sockets + 1 }, (_, k) => ({
    metres: (k === 0 || k === sockets ? 8 : 5) * Math.exp(0.4 * gauss()),
    cable: mixed && k >= from && k < until ? other : own,
  }));
  const sum = (part: typeof sections, which: 'live' | 'cpc') =>
    part.reduce((total, s) => total + (s.metres * s.cable[which]) / 1000, 0);
  const live = sum(sections, 'live');
  const cpc = sum(sections, 'cpc');
  const at = Array.from({ length: sockets }, (_, i) => ({
    u: sum(sections.slice(0, i + 1), 'live') / live,
    w: sum(sections.slice(0, i + 1), 'cpc') / cpc,
  }));

  const fault = faultOf(kind, sockets, pick);
  const metres = fault.kind === 'bridge' ? 2 + 8 * random() : 4 + 11 * random();
  const size = fault.kind === 'spur' || fault.kind === 'bridge' ? (metres * own.live) / 1000 : 0.15 + 0.85 * random();
  const fit = { live, cpc, size };
  const shape = shapeOf(fault, fit, at);
  const noise = 0.01 + 0.01 * random();
  const shown = (ohms: number | null): RingReading =>
    ohms === null ? 'open' : Math.max(0, Math.round((ohms + noise * gauss()) * 100) / 100);
  const meters = { 2: ringMeter(shape, 2, linkingOf(fault, 2)), 3: ringMeter(shape, 3, linkingOf(fault, 3)) };
  const ends = ringMeter(shape, 1);
  const socketAt = (index: number): SocketAt => ({
    index,
    u: at[index]?.u ?? 0,
    w: at[index]?.w ?? 0,
    swap: fault.kind === 'reversed' && fault.socket === index ? fault.swap : undefined,
    extra: extraOf(fault, fit, index),
  });
  const read = (step: 2 | 3, pair: ConductorPair) =>
    at.map((_, index) => shown(meters[step].read(socketAt(index), pair)));
  const [step2, step3] = [read(2, ['L', 'N']), read(3, ['L', 'C'])];
  // On an open the other pairs are tried, as the diagnosis asks.
  const tried = (
    [
      [2, step2],
      [3, step3],
    ] as const
  ).flatMap(([step, values]) =>
    values.some((v) => v !== 'open')
      ? values.flatMap((value, socket) =>
          value === 'open'
            ? ([['N', 'C'], step === 2 ? ['L', 'C'] : ['L', 'N']] as ConductorPair[]).map((pair) => ({
                socket,
                step,
                pair,
                reading: shown(meters[step].read(socketAt(socket), pair)),
              }))
            : [],
        )
      : [],
  );
  const [r1, rn, r2] = ringConductors.map((c) => shown(ends.end(c)));
  const sound = ringMeter({ ohms: { L: live, N: live, C: cpc } }, 2);
  const soundCpc = ringMeter({ ohms: { L: live, N: live, C: cpc } }, 3);
  const differs = (one: number | null, two: number | null) =>
    one === null || two === null ? (one === two ? 0 : Infinity) : Math.abs(one - two);
  const change = Math.max(
    ...at.flatMap((_, i) => [
      differs(
        meters[2].read(socketAt(i), ['L', 'N']),
        sound.read({ index: i, ...(at[i] as { u: number; w: number }) }, ['L', 'N']),
      ),
      differs(
        meters[3].read(socketAt(i), ['L', 'C']),
        soundCpc.read({ index: i, ...(at[i] as { u: number; w: number }) }, ['L', 'C']),
      ),
    ]),
  );
  return {
    fault,
    change,
    name: nameOf(fault),
    readings: {
      sockets,
      ordered: true,
      ends: { r1, rn, r2 },
      step2,
      step3,
      tried,
      noiseOhms: noise,
      cableRatio: own.cpc / own.live,
    },
  };
}

function faultOf(kind: SimulatedKind, sockets: number, pick: (most: number) => number): RingFault {
  const after = pick(sockets + 1);
  const socket = pick(sockets);
  const letters = kind.split(' ').at(-1) ?? '';
  const named = [...letters] as ('L' | 'N' | 'C')[];
  const [one = 'L', two = 'N'] = named;
  switch (kind) {
    case 'healthy':
      return { kind };
    case 'same leg':
      return { kind, steps: 'both' };
    case 'one link':
      return { kind, steps: 'both', missing: pick(2) === 0 ? 'A' : 'B' };
    case 'spur':
      return { kind, socket };
    case 'crossed LN':
      return { kind: 'crossed', swap: ['L', 'N'], after: 1 + pick(sockets - 1) };
    case 'crossed back': {
      const start = pick(sockets - 2);
      return { kind, after: start, until: start + 2 + pick(sockets - start - 2) };
    }
    default:
      if (kind.startsWith('broken')) return { kind: 'broken', conductors: named, after };
      if (kind.startsWith('joint')) return { kind: 'joint', conductor: one, after };
      if (kind.startsWith('contact')) return { kind: 'contact', conductor: one, socket };
      if (kind.startsWith('reversed')) return { kind: 'reversed', swap: [one, two], socket };
      const from = pick(sockets - 2);
      return { kind: 'bridge', from, to: from + 2 + pick(sockets - from - 2), conductors: named };
  }
}

/** Whether two explanations put the fault within one socket of one another. */
export function placedWithinOne(truth: RingFault, found: RingFault): boolean {
  const places = (fault: RingFault): number[] =>
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
