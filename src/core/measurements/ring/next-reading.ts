import type { Diagnosis, Finding, Whole } from './diagnose';
import { type Linked, type RingReadings, evidenceOf } from './evidence';
import { type Meters, even, metersOf, sidesOf } from './fit';
import type { RingFit, SocketFault } from './hypotheses';
import type { ConductorPair, SocketAt } from './ring-model';

/** A reading worth taking next: at a socket, from 0, linked for a step, and what it would tell apart. */
export type NextReading = {
  readonly socket: number;
  readonly step: Linked;
  readonly pair: ConductorPair;
  /** What two explanations expect of it, in ohm; null where open. */
  readonly expects: readonly { readonly of: Finding; readonly ohms: number | null }[];
};

/** One way all of it may be, with how much it is believed. */
type World = { readonly name: Finding; readonly share: number; readonly whole: Whole; readonly instead?: Instead };
type Instead = { readonly socket: number; readonly state: SocketFault | null; readonly size: number };

const asked: readonly { readonly step: Linked; readonly pair: ConductorPair }[] = [
  { step: 2, pair: ['L', 'N'] },
  { step: 3, pair: ['L', 'C'] },
  { step: 2, pair: ['N', 'C'] },
  { step: 2, pair: ['L', 'C'] },
  { step: 3, pair: ['N', 'C'] },
  { step: 3, pair: ['L', 'N'] },
  { step: 'same', pair: ['L', 'N'] },
];

/** Believed less than this beside the others, a world is not worth a walk. */
const leastShare = 0.015;
/** What a reading has to tell to be worth a walk, in bits; and what linking the legs otherwise costs. */
const leastBits = 0.08;
const relinkingBits = 0.1;

/**
 * The readings that tell the leading explanations apart best, the best first: for every socket and pair that can be
 * recorded, how much what it would show is expected to settle, computed on the model. None where nothing is open.
 */
export function nextReadings(diagnosis: Diagnosis, readings: RingReadings, most = 3): readonly NextReading[] {
  const worlds = worldsOf(diagnosis);
  if (worlds.length < 2) return [];
  const evidence = evidenceOf(readings);
  const count = readings.sockets;
  const at = Array.from({ length: count }, (_, i) => ({ u: even(i, count) }));
  const meters = worlds.map(({ whole }) => metersOf(whole.fault, whole.fit, at, { ...evidence, sameSide: true }));
  const taken = new Set(
    evidence.bySocket.flatMap((list, socket) => list.map(({ step, pair }) => `${socket} ${step} ${pair.join('')}`)),
  );
  const found: (NextReading & { readonly bits: number })[] = [];
  for (let socket = 0; socket < count; socket += 1)
    for (const { step, pair } of asked) {
      if (taken.has(`${socket} ${step} ${pair.join('')}`)) continue;
      const expected = worlds.map((world, i) => ({
        world,
        ohms: expectedAt(world, meters[i] as Meters, socket, step, pair, readings.ordered),
      }));
      const bits = toldApart(expected, diagnosis.sigma) - (step === 'same' ? relinkingBits : 0);
      if (bits > leastBits) found.push({ socket, step, pair, bits, expects: twoOf(expected, diagnosis.sigma) });
    }
  found.sort((a, b) => b.bits - a.bits);
  // One reading a socket first: the same question is not asked twice.
  const sockets = new Set<number>();
  return found.filter(({ socket }) => !sockets.has(socket) && sockets.add(socket)).slice(0, most);
}

function worldsOf({ wholes, explanations }: Diagnosis): World[] {
  const best = wholes[0];
  if (!best) return [];
  const instead = explanations.flatMap(({ fault, fit, share, leads }): World[] =>
    !leads && 'socket' in fault
      ? [{ name: fault, share, whole: best, instead: { socket: fault.socket, state: fault, size: fit.size } }]
      : [],
  );
  const led = explanations.find(({ leads }) => leads)?.fault ?? best.fault;
  const all = [
    ...wholes.map((whole, rank): World => ({
      name: rank === 0 ? led : (whole.states.find(({ state }) => state)?.state ?? whole.fault),
      share: whole.share,
      whole,
    })),
    ...instead,
  ].filter(({ share }) => share > leastShare);
  const sum = all.reduce((total, { share }) => total + share, 0);
  return all.map((world) => ({ ...world, share: world.share / sum })).slice(0, 16);
}

/** What a world expects of a reading, in ohm; null where it is open. */
function expectedAt(
  { whole, instead }: World,
  meters: Meters,
  socket: number,
  step: Linked,
  pair: ConductorPair,
  ordered: boolean,
): number | null {
  const weighed = whole.states[socket];
  const own = instead?.socket === socket ? instead : { state: weighed?.state ?? null, size: weighed?.size ?? 0 };
  const [index = socket] = sidesOf(whole.fault, { ordered }, socket);
  const u = weighed?.u ?? 0.5;
  const place: SocketAt = {
    index,
    u,
    w: u,
    ...(own.state?.kind === 'reversed' && { swap: own.state.swap }),
  };
  const base = meters[step].read(place, pair);
  return base === null ? null : addedBy(own.state, own.size, whole.fit, pair, base);
}

function addedBy(
  state: SocketFault | null,
  size: number,
  fit: RingFit,
  pair: ConductorPair,
  base: number,
): number | null {
  switch (state?.kind) {
    case 'spur':
      return base + pair.reduce((sum, wire) => sum + size * (wire === 'C' ? fit.cpc / fit.live : 1), 0);
    case 'contact':
      return base + (pair.includes(state.conductor) ? size : 0);
    case 'loose':
      return pair.includes(state.conductor) ? null : base;
    case 'elsewhere':
      return null;
    default:
      return base;
  }
}

type Expected = { readonly world: World; readonly ohms: number | null };

/** How many bits of the question a reading is expected to settle: worlds further apart than the readings scatter part. */
function toldApart(expected: readonly Expected[], sigma: number): number {
  return groupsOf(expected, sigma)
    .map((group) => group.reduce((sum, { world }) => sum + world.share, 0))
    .reduce((bits, share) => bits - share * Math.log2(share), 0);
}

function groupsOf(expected: readonly Expected[], sigma: number): Expected[][] {
  const open = expected.filter(({ ohms }) => ohms === null);
  const figures = expected.filter(({ ohms }) => ohms !== null).sort((a, b) => (a.ohms as number) - (b.ohms as number));
  const groups: Expected[][] = open.length > 0 ? [open] : [];
  let last = -Infinity;
  for (const each of figures) {
    const value = each.ohms as number;
    if (value - last > 4 * sigma) groups.push([each]);
    else groups.at(-1)?.push(each);
    last = value;
  }
  return groups;
}

/** The most believed world of each of the two largest groups: what the reading would decide between. */
const twoOf = (expected: readonly Expected[], sigma: number): NextReading['expects'] =>
  groupsOf(expected, sigma)
    .map((group) => group.reduce((most, each) => (each.world.share > most.world.share ? each : most)))
    .sort((a, b) => b.world.share - a.world.share)
    .slice(0, 2)
    .map(({ world, ohms }) => ({ of: world.name, ohms }));
