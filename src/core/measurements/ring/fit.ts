import type { Evidence, Linked, Observed } from './evidence';
import { type RingFault, type RingFit, hasSize, linkingOf, shapeOf, usual } from './hypotheses';
import { type RingMeter, type SocketAt, ringMeter } from './ring-model';
import { type SocketWeighed, leastForSomething, weighSocket } from './socket';

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

/** On which side of the fault a socket is: known where the order is, otherwise either. */
export function sidesOf(fault: RingFault, { ordered }: Pick<Evidence, 'ordered'>, socket: number): readonly number[] {
  return ordered || !('after' in fault) ? [socket] : [0, 1e6];
}

/** One explanation at one fit: `positions` are the sockets' places as shares of the ring, `states` what each is by itself. */
export type Scored = {
  readonly belief: number;
  readonly misfit: number;
  /** Squared misfits of the readings alone, in standard deviations: all that depends on how much they scatter. */
  readonly squares: number;
  readonly positions: number[];
  readonly states: readonly SocketWeighed[];
  readonly fit: RingFit;
};

/**
 * The belief in a ring at one fit, with every socket placed where it fits best and each weighed by itself: sound, or
 * whatever explains it better for what that costs. Null once the belief can only be below `least`.
 */
export function scored(
  fault: RingFault,
  evidence: Evidence,
  fit: RingFit,
  rounds: number,
  warm: readonly number[] | undefined,
  least: number,
  held?: readonly SocketWeighed[],
): Scored | null {
  const count = evidence.bySocket.length;
  const at = evidence.bySocket.map((_, i) => ({ u: even(i, count) }));
  const meters: Meters = metersOf(fault, fit, at, evidence);
  const prior = priorOf(fault, evidence, fit);
  let misfit = 0;
  let squares = 0;
  for (const e of evidence.ends) {
    const value = meters[1].end(e.conductor);
    if (value === null || e.value === null) misfit += value === e.value ? 0 : openMismatch * 2;
    else squares += ((value - e.value) / e.sigma) ** 2;
  }
  misfit += squares;
  // At a first look a socket that does not fit costs what the cheapest thing wrong with it would.
  const quick = rounds === 1;
  const middle = (socket: number): Pull => ({ to: even(socket, count), deviation: spacing });
  const place = (socket: number, starts: readonly number[], pulls: readonly Pull[]): SocketWeighed => {
    const list = evidence.bySocket[socket] ?? [];
    let found: SocketWeighed | null = null;
    const sides = sidesOf(fault, evidence, socket);
    for (const index of sides)
      for (const from of starts) {
        const movable: MovableSocket = { index, u: from, w: from };
        // While the ring is fitted the sockets stand still.
        const placed = placeSocket(list, movable, meters, from, pulls, held ? -1 : rounds);
        const weighed: SocketWeighed = quick
          ? {
              u: placed.u,
              misfit: Math.min(placed.misfit, leastForSomething),
              state: null,
              size: 0,
              squares: 0,
              others: [],
            }
          : weighSocket({
              socket,
              list,
              meters,
              index,
              fit,
              placed,
              home: pulls[0] ? from : null,
              evidence,
              ...(held && { held: held[socket]?.state ?? null }),
            });
        // On which side of the fault it is, is one thing more that nobody said.
        const misfit = weighed.misfit + (sides.length > 1 ? 2 * Math.LN2 : 0);
        if (!found || misfit < found.misfit) found = { ...weighed, misfit };
      }
    return found as SocketWeighed;
  };
  const unread = (socket: number): SocketWeighed => ({
    u: even(socket, count),
    misfit: 0,
    state: null,
    size: 0,
    squares: 0,
    others: [],
  });
  const afresh = (socket: number): SocketWeighed =>
    (evidence.bySocket[socket] ?? []).length === 0
      ? unread(socket)
      : evidence.ordered
        ? place(socket, [even(socket, count)], [middle(socket)])
        : place(socket, held && warm ? [warm[socket] ?? 0.5] : unorderedStarts(fault), []);
  // Neighbours are near: each socket again, pulled between the two beside it.
  const settle = evidence.ordered && rounds > 1;
  const before = settle ? (warm ?? evidence.bySocket.map((_, socket) => afresh(socket).u)) : [];
  const settled = (socket: number): SocketWeighed => {
    if ((evidence.bySocket[socket] ?? []).length === 0) return unread(socket);
    const between = ((before[socket - 1] ?? 0) + (before[socket + 1] ?? 1)) / 2;
    return place(socket, [before[socket] ?? between], [middle(socket), { to: between, deviation: nearness }]);
  };
  const states: SocketWeighed[] = [];
  for (let socket = 0; socket < count; socket += 1) {
    if (prior - misfit / 2 < least) return null;
    const weighed = settle ? settled(socket) : afresh(socket);
    misfit += weighed.misfit;
    squares += weighed.squares;
    states.push(weighed);
  }
  return { belief: prior - misfit / 2, misfit, squares, positions: states.map(({ u }) => u), states, fit };
}

/** Where to begin looking for a socket of which nobody knows where it is: a sound ring is symmetric, half of it is enough. */
const unorderedStarts = (fault: RingFault): readonly number[] =>
  fault.kind === 'healthy' ? [0.15, 0.4] : [0.15, 0.5, 0.85];

type MovableSocket = { -readonly [Key in 'index' | 'u' | 'w']: SocketAt[Key] };
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
  let bend = 0;
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
    bend = jj;
    if (jj === 0) break;
    const next = Math.min(0.995, Math.max(0.005, u - jr / jj));
    if (Math.abs(next - u) < 1e-4) break;
    const better = fill(other, next);
    if (better >= misfit) break;
    [u, misfit] = [next, better];
    [now, other] = [other, now];
  }
  // Where nobody knows where a socket is, a place that has to be just so is so much the less likely.
  const price = pulls.length > 0 ? 0 : Math.max(0, Math.log(bend / (2 * Math.PI)));
  return { u, misfit: misfit + price };
}

const mismatchResidual = Math.sqrt(openMismatch * 2);
const buffers = [new Float64Array(64), new Float64Array(64)] as const;

/** Of breaks and of crossings, how many are of these cores: a nail seldom takes two, and a bare CPC is seldom mistaken for another. */
function shareOfCores(fault: Extract<RingFault, { kind: 'broken' | 'crossed' }>): number {
  if (fault.kind === 'crossed') return fault.swap.includes('C') ? 0.05 : 0.9;
  return fault.conductors.length === 2 ? 0.06 : 0.2;
}

/** Belief before the readings: how usual the kind is, shared over its places, and the price of a free size. */
function priorOf(fault: RingFault, evidence: Evidence, fit: RingFit): number {
  const n = evidence.bySocket.length;
  const places: Partial<Record<RingFault['kind'], number>> = {
    'same leg': 3,
    'one link': 6,
    'not linked': 3,
    joint: 3 * (n + 1),
    'crossed back': evidence.ordered ? Math.max(1, (n * (n - 1)) / 2) : 1,
    bridge: 2 * n,
  };
  const share = fault.kind === 'broken' || fault.kind === 'crossed' ? shareOfCores(fault) / (n + 1) : 1;
  let prior = Math.log((usual[fault.kind] * share) / (places[fault.kind] ?? 1));
  if (hasSize(fault)) {
    // One more free figure: the share of its range that the readings leave. Very small ones are no fault.
    prior -= fault.kind === 'bridge' ? (fault.conductors.length === 1 ? 5.5 : 3) : 2.5;
    const least = fault.kind === 'joint' ? 0.12 : 0.02;
    if (fit.size < least) prior -= ((least - fit.size) / 0.02) ** 2;
  }
  prior += ratioBelief(fit.cpc / fit.live, evidence.cableRatio);
  return prior;
}

/**
 * Adjusts line, CPC and size to the readings: along each in turn to the top of its parabola, sockets placed anew each time
 * and held in the state that fits best; then all weighed again.
 */
export function refined(fault: RingFault, evidence: Evidence, from: RingFit): Scored {
  const whole = (fit: RingFit, warm?: readonly number[]) => scored(fault, evidence, fit, 2, warm, -Infinity) as Scored;
  let best = whole(from);
  for (let pass = 0; pass < 2; pass += 1) {
    const climbed = climb(fault, evidence, best);
    const again = whole(climbed.fit, climbed.positions);
    const isSettled = again.states.every(({ state }, socket) => state === best.states[socket]?.state);
    if (again.belief > best.belief) best = again;
    if (isSettled) break;
  }
  return best;
}

function climb(fault: RingFault, evidence: Evidence, from: Scored): Scored {
  const { states } = from;
  const at = (fit: RingFit, warm: readonly number[]) =>
    scored(fault, evidence, fit, 2, warm, -Infinity, states) as Scored;
  let found = at(from.fit, from.positions);
  const free: (keyof RingFit)[] = hasSize(fault) ? ['live', 'cpc', 'size'] : ['live', 'cpc'];
  const steps: Record<keyof RingFit, number> = { live: 0.03, cpc: 0.04, size: Math.max(0.02, from.fit.size / 4) };
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

/**
 * How likely a CPC of so many times the line's resistance is: a standard pair, or mixed cable between them. Where the cable
 * is recorded a stretch of another is likely to be a short one: the further from the record, the less likely.
 */
function ratioBelief(ratio: number, recorded: number | null): number {
  const near = (of: number) => Math.exp(-0.5 * ((ratio - of) / (0.04 * of)) ** 2) / (0.04 * of * 2.507);
  const standard = usualRatios.reduce((sum, of, i) => sum + (usualShares[i] ?? 0) * near(of), 0);
  const mixed = ratio > 0.95 && ratio < 2.75 ? 0.1 / 1.8 : 1e-3;
  if (recorded === null) return Math.log(0.85 * standard + mixed);
  const stretch = Math.exp(-Math.abs(ratio / recorded - 1) / mixedShare) / (2 * mixedShare * recorded);
  return Math.log(0.8 * near(recorded) + 0.1 * standard + 0.09 * stretch + 0.03 * mixed);
}
/** How much a stretch of another cable usually changes the whole of a ring's. */
const mixedShare = 0.08;
const usualShares = [0.62, 0.16, 0.16, 0.06];
