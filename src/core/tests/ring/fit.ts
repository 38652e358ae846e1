import type { Evidence, Linked, Observed } from './evidence';
import { type RingFault, type RingFit, extraOf, hasSize, linkingOf, shapeOf, usual } from './hypotheses';
import { type ConductorPair, type RingMeter, type SocketAt, ringMeter } from './ring-model';

/** Belief lost for a reading that is open where a figure was expected, or the other way round. */
const openMismatch = 25;
/** How far a socket may be from an even spacing along the ring, as a standard deviation. */
const spacing = 0.09;
/** How far a socket may be from the middle between its neighbours. */
const nearness = 0.04;

/** CPC to line, by the resistance of the standard pairs: 2.5/1.5, 2.5/1.0, 4/1.5, equal. */
export const usualRatios = [1.633, 2.443, 2.625, 1];

/** What an ohmmeter would read if this explanation were so: one for each way the ring is linked. */
export function metersOf(
  fault: RingFault,
  fit: RingFit,
  at: readonly { readonly u: number }[],
  { sameSide }: Evidence,
): Meters {
  const shape = shapeOf(fault, fit, at);
  const second = ringMeter(shape, 2, linkingOf(fault, 2));
  return {
    1: ringMeter(shape, 1),
    2: second,
    3: ringMeter(shape, 3, linkingOf(fault, 3)),
    same: sameSide ? ringMeter(shape, 2, 'same') : second,
  };
}
export type Meters = Record<1 | Linked, RingMeter>;

/** Where a socket is with all of them evenly along the ring, as a share of it. */
export const even = (index: number, count: number): number => (index + 1) / (count + 1);

/** A socket as this explanation has it, at one place. */
export function socketAt(fault: RingFault, fit: RingFit, socket: number, index: number, u: number): SocketAt {
  return {
    index,
    u,
    w: u,
    swap: fault.kind === 'reversed' && fault.socket === socket ? fault.swap : undefined,
    extra: extraOf(fault, fit, socket),
  };
}

/** On which side of the fault a socket is: known where the order is, otherwise either. */
export function sidesOf(fault: RingFault, { ordered }: Evidence, socket: number): readonly number[] {
  return ordered || !('after' in fault) ? [socket] : [0, 1e6];
}

/** One explanation at one fit: `positions` are the sockets' places as shares of the ring. */
export type Scored = {
  readonly belief: number;
  readonly misfit: number;
  readonly positions: number[];
  readonly fit: RingFit;
};

/** The belief in an explanation at one fit, with every socket placed where it fits best; null once it can only be below `least`. */
export function scored(
  fault: RingFault,
  evidence: Evidence,
  fit: RingFit,
  rounds: number,
  warm: readonly number[] | undefined,
  least: number,
): Scored | null {
  const count = evidence.bySocket.length;
  const at = evidence.bySocket.map((_, i) => ({ u: even(i, count) }));
  const meters: Meters = metersOf(fault, fit, at, evidence);
  const prior = priorOf(fault, evidence, fit);
  let misfit = 0;
  for (const e of evidence.ends) {
    const value = meters[1].end(e.conductor);
    misfit +=
      value === null || e.value === null
        ? value === e.value
          ? 0
          : openMismatch * 2
        : ((value - e.value) / e.sigma) ** 2;
  }
  const place = (
    list: readonly Observed[],
    socket: number,
    starts: readonly number[],
    pulls: readonly Pull[],
  ): Placed => {
    let found = { u: even(socket, count), misfit: list.length === 0 ? 0 : Infinity };
    if (list.length === 0) return found;
    for (const index of sidesOf(fault, evidence, socket)) {
      const movable: MovableSocket = socketAt(fault, fit, socket, index, 0);
      for (const from of starts) {
        const placed = placeSocket(list, movable, meters, from, pulls, rounds);
        if (placed.misfit < found.misfit) found = placed;
      }
    }
    return found;
  };
  const middle = (socket: number): Pull => ({ to: even(socket, count), deviation: spacing });
  const others = standsAtOneSocket(fault) ? soundPlaces(evidence, fit, rounds) : null;
  const afresh = (socket: number): Placed => {
    const list = evidence.bySocket[socket] ?? [];
    const placed = () =>
      evidence.ordered
        ? place(list, socket, [even(socket, count)], [middle(socket)])
        : place(list, socket, [0.15, 0.5, 0.85], []);
    return others && 'socket' in fault && fault.socket !== socket ? (others[socket] ??= placed()) : placed();
  };
  // Neighbours are near: each socket again, pulled between the two beside it.
  const settle = evidence.ordered && rounds > 1;
  const before = settle ? (warm ?? evidence.bySocket.map((_, socket) => afresh(socket).u)) : [];
  const settled = (socket: number): Placed => {
    const between = ((before[socket - 1] ?? 0) + (before[socket + 1] ?? 1)) / 2;
    return place(
      evidence.bySocket[socket] ?? [],
      socket,
      [before[socket] ?? between],
      [middle(socket), { to: between, deviation: nearness }],
    );
  };
  const positions: number[] = [];
  for (let socket = 0; socket < count; socket += 1) {
    if (prior - misfit / 2 < least) return null;
    const placed = settle ? settled(socket) : afresh(socket);
    misfit += placed.misfit;
    positions.push(placed.u);
  }
  return { belief: prior - misfit / 2, misfit, positions, fit };
}

type Placed = { readonly u: number; readonly misfit: number };
const soundPlacesOf = new WeakMap<Evidence, Map<string, Placed[]>>();

/** Where sockets stand that a fault at another one leaves alone: the same for every such fault, so worked out once for one fit. */
function soundPlaces(evidence: Evidence, { live, cpc }: RingFit, rounds: number): Placed[] {
  const byFit = soundPlacesOf.get(evidence) ?? new Map<string, Placed[]>();
  soundPlacesOf.set(evidence, byFit);
  const key = `${live} ${cpc} ${rounds}`;
  const places = byFit.get(key) ?? [];
  byFit.set(key, places);
  return places;
}

/** Whether every other socket reads as on a sound ring. */
const standsAtOneSocket = (fault: RingFault): boolean => ['spur', 'contact', 'loose', 'reversed'].includes(fault.kind);

type MovableSocket = {
  index: number;
  u: number;
  w: number;
  readonly swap?: ConductorPair;
  readonly extra?: SocketAt['extra'];
};
/** Where a socket is expected: a pull towards a place, in standard deviations of its own. */
type Pull = { readonly to: number; readonly deviation: number };

/** Moves one socket along the ring to where its readings fit best (Gauss–Newton with the spacing as a pull back). */
function placeSocket(
  list: readonly Observed[],
  socket: MovableSocket,
  meters: Meters,
  from: number,
  pulls: readonly Pull[],
  rounds: number,
): { u: number; misfit: number } {
  const count = list.length + pulls.length;
  const fill = (into: Float64Array, u: number): number => {
    socket.u = u;
    socket.w = u;
    let sum = 0;
    for (let i = 0; i < count; i += 1) {
      const o = list[i];
      const pull = pulls[i - list.length];
      let residual = 0;
      if (o) {
        const value = meters[o.step].read(socket, o.pair);
        residual =
          value === null || o.value === null ? (value === o.value ? 0 : mismatchResidual) : (value - o.value) / o.sigma;
      } else if (pull) residual = (u - pull.to) / pull.deviation;
      into[i] = residual;
      sum += residual * residual;
    }
    return sum;
  };
  let [now, other] = [buffers[0], buffers[1]];
  let u = from;
  let misfit = fill(now, u);
  for (let round = 0; round < rounds + 1; round += 1) {
    const h = u < 0.5 ? 0.01 : -0.01;
    fill(other, u + h);
    let jj = 0;
    let jr = 0;
    for (let i = 0; i < count; i += 1) {
      const slope = ((other[i] as number) - (now[i] as number)) / h;
      jj += slope * slope;
      jr += slope * (now[i] as number);
    }
    if (jj === 0) break;
    const next = Math.min(0.995, Math.max(0.005, u - jr / jj));
    if (Math.abs(next - u) < 1e-4) break;
    const better = fill(other, next);
    if (better >= misfit) break;
    [u, misfit] = [next, better];
    [now, other] = [other, now];
  }
  return { u, misfit };
}

const mismatchResidual = Math.sqrt(openMismatch * 2);
const buffers = [new Float64Array(64), new Float64Array(64)] as const;

/** Belief before the readings: how usual the kind is, shared over its places, and the price of a free size. */
function priorOf(fault: RingFault, evidence: Evidence, fit: RingFit): number {
  const n = evidence.bySocket.length;
  const places: Partial<Record<RingFault['kind'], number>> = {
    'same leg': 3,
    'one link': 6,
    broken: 4 * (n + 1),
    joint: 3 * (n + 1),
    spur: n,
    contact: 3 * n,
    loose: 3 * n,
    reversed: 3 * n,
    crossed: 3 * (n + 1),
    'crossed back': Math.max(1, (n * (n - 1)) / 2),
    bridge: 2 * n,
  };
  let prior = Math.log(usual[fault.kind] / (places[fault.kind] ?? 1));
  if (hasSize(fault)) {
    // One more free figure: the share of its range that the readings leave. Very small ones are no fault.
    prior -= fault.kind === 'spur' ? 2.5 : fault.kind === 'bridge' ? (fault.conductors.length === 1 ? 8 : 3.5) : 3;
    const least = fault.kind === 'contact' || fault.kind === 'joint' ? 0.12 : 0.02;
    if (fit.size < least) prior -= ((least - fit.size) / 0.02) ** 2;
  }
  prior += ratioBelief(fit.cpc / fit.live, evidence.cableRatio);
  const touchesUnstable = 'socket' in fault && evidence.unstable.has(fault.socket);
  if (evidence.unstable.size > 0) prior += touchesUnstable && fault.kind === 'contact' ? 7 : -2;
  return prior;
}

/** Adjusts line, CPC and size to the readings: Gauss–Newton on the ends and every socket together, sockets placed anew each time. */
export function refined(fault: RingFault, evidence: Evidence, from: RingFit): Scored {
  const at = (fit: RingFit, warm?: readonly number[]) => scored(fault, evidence, fit, 2, warm, -Infinity) as Scored;
  let found = at(from);
  const free: (keyof RingFit)[] = hasSize(fault) ? ['live', 'cpc', 'size'] : ['live', 'cpc'];
  const steps: Record<keyof RingFit, number> = { live: 0.03, cpc: 0.04, size: Math.max(0.02, from.size / 4) };
  for (let round = 0; round < 4; round += 1) {
    let improved = false;
    const before = found.belief;
    for (const key of free) {
      const probe = (by: number) => at({ ...found.fit, [key]: Math.max(0.004, found.fit[key] + by) }, found.positions);
      const [down, up] = [probe(-steps[key]), probe(steps[key])];
      // The top of the parabola through three points, if it has one.
      const bend = down.belief - 2 * found.belief + up.belief;
      const top =
        bend < -1e-9 ? probe(Math.max(-2, Math.min(2, (0.5 * (down.belief - up.belief)) / bend)) * steps[key]) : null;
      for (const tried of [down, up, top]) {
        if (tried && tried.belief > found.belief + 1e-3) [found, improved] = [tried, true];
      }
      steps[key] *= bend < 0 ? 0.5 : 0.8;
    }
    if (!improved || found.belief < before + 0.05) break;
  }
  return found;
}

/** How likely a CPC of so many times the line's resistance is: a standard pair, or mixed cable between them. */
function ratioBelief(ratio: number, recorded: number | null): number {
  const near = (of: number) => Math.exp(-0.5 * ((ratio - of) / (0.04 * of)) ** 2) / (0.04 * of * 2.507);
  const standard = usualRatios.reduce((sum, of, i) => sum + (usualShares[i] ?? 0) * near(of), 0);
  const mixed = ratio > 0.95 && ratio < 2.75 ? 0.15 / 1.8 : 1e-3;
  return Math.log((recorded === null ? 0.85 * standard : 0.6 * near(recorded) + 0.25 * standard) + mixed);
}
const usualShares = [0.62, 0.16, 0.16, 0.06];
