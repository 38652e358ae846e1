import { type Evidence, type Linked, type Observed, type RingReadings, evidenceOf, median } from './evidence';
import { type RingFault, type RingFit, extraOf, hasSize, hypotheses, linkingOf, shapeOf, usual } from './hypotheses';
import { type ConductorPair, type RingMeter, type SocketAt, ringMeter } from './ring-model';

export type Explanation = {
  readonly fault: RingFault;
  readonly fit: RingFit;
  /** Share of the belief, of 1. */
  readonly share: number;
  /** Sum of squared misfits in standard deviations, and how many readings stand behind it. */
  readonly misfit: number;
  readonly positions: readonly number[];
};

export type Diagnosis = {
  /** Best first; places of one kind together under their best place. */
  readonly explanations: readonly Explanation[];
  readonly readings: number;
  /** False where another explanation fits about as well. */
  readonly confident: boolean;
};

/** Belief lost for a reading that is open where a figure was expected, or the other way round. */
const openMismatch = 25;
/** How far a socket may be from an even spacing along the ring, as a standard deviation. */
const spacing = 0.09;
/** How far a socket may be from the middle between its neighbours. */
const nearness = 0.04;
/** Explanations believed less than this are not listed. */
const leastBelief = 1e-4;

/**
 * Ranks what explains a ring's readings (r1, rn, r2, steps 2 and 3, other pairs tried), each explanation fitted to them.
 * Maximum of the posterior with the usual frequency of each kind before it; places are found with the fault.
 * Answers at least one explanation; with nothing read, the usual frequencies.
 */
export function diagnoseRing(readings: RingReadings): Diagnosis {
  const evidence = evidenceOf(readings);
  const starts = firstFits(readings, evidence);
  const [start = { live: 0.45, cpc: 0.73, size: 0 }] = starts;
  const soundOpens = openMismatches({ kind: 'healthy' }, evidence, start);
  const all = [...hypotheses(readings.sockets).filter((fault) => mayFit(fault, evidence)), ...likelyBridges(evidence, start)].map((fault) => ({ fault, opens: opensLikeSound(fault) ? soundOpens : openMismatches(fault, evidence, start) }));
  const fewest = Math.min(...all.map((c) => c.opens));
  const plausible = all.filter(({ opens }) => opens <= fewest + 1).map(({ fault }) => fault);
  const fitted = worthRefining(screened(plausible, evidence, starts)).map((s) => ({ fault: s.fault, ...refined(s.fault, evidence, s.fit) })).sort((a, b) => b.belief - a.belief);
  const top = fitted[0]?.belief ?? 0;
  const weights = fitted.map((f) => Math.exp(f.belief - top));
  const sum = weights.reduce((a, b) => a + b, 0);
  const explanations = fitted.map(({ fault, fit, misfit, positions }, i): Explanation => ({ fault, fit, misfit, positions, share: (weights[i] ?? 0) / sum }));
  const byKind = grouped(explanations).filter((e, rank) => rank === 0 || e.share > leastBelief);
  return { explanations: byKind, readings: evidence.count, confident: evidence.count > 0 && (byKind[0]?.share ?? 0) > 0.8 };
}

/** With everything read and nothing open, whatever must show an open somewhere is out of the question. */
function mayFit(fault: RingFault, { complete, opens }: Evidence): boolean {
  return !complete || opens > 0 || !['broken', 'crossed', 'crossed back', 'loose', 'reversed'].includes(fault.kind);
}

/** Whether it leaves the same readings open as a sound ring does. */
const opensLikeSound = (fault: RingFault): boolean => ['joint', 'spur', 'contact', 'bridge'].includes(fault.kind);

type Screened = Scored & { readonly fault: RingFault };

/** Every explanation at its best first fit, best first, but for those so far behind two other kinds that they will not be refined. */
function screened(plausible: readonly RingFault[], evidence: Evidence, starts: readonly RingFit[]): Screened[] {
  const leaders = new Map<string, number>();
  const found: Screened[] = [];
  for (const fault of plausible) {
    const name = nameOf(fault);
    const others = [...leaders].flatMap(([leader, belief]) => (leader === name ? [] : [belief])).sort((a, b) => b - a);
    const fits = starts.flatMap((fit) => sizesOf(fault, evidence, fit));
    let best: Scored | null = null;
    for (const fit of fits) {
      const one = scored(fault, evidence, fit, 1, undefined, Math.max(best?.belief ?? -Infinity, (others[1] ?? -Infinity) - farBehind));
      if (one && (!best || one.belief > best.belief)) best = one;
    }
    if (!best) continue;
    found.push({ fault, ...best });
    leaders.set(name, Math.max(leaders.get(name) ?? -Infinity, best.belief));
  }
  return found.sort((a, b) => b.belief - a.belief);
}

/** Belief behind the leader that no refining makes up: for bridges, whose first fit is the coarsest, and for the others. */
const farBehind = 14;
const behind = 9;

/** The leading kinds, each at its three best places. */
function worthRefining<T extends { fault: RingFault; belief: number }>(screened: readonly T[]): T[] {
  const kept = new Map<string, number>();
  const lead = screened[0]?.belief ?? 0;
  return screened.filter(({ fault, belief }) => {
    const name = nameOf(fault);
    const places = kept.get(name) ?? 0;
    const isBridge = fault.kind === 'bridge';
    if (places >= (isBridge ? 2 : 3) || (kept.size > 1 && belief < lead - (isBridge ? farBehind : behind))) return false;
    kept.set(name, places + 1);
    return true;
  });
}

/**
 * Bridges worth weighing: for every two sockets, how much of what a sound ring leaves unexplained has the shape that a
 * bridge between them would give it (a hump on a level, in each step), by least squares.
 */
function likelyBridges(evidence: Evidence, start: RingFit): RingFault[] {
  if (evidence.ends.some((e) => e.value === null) || evidence.bySocket.some((list) => list.some((o) => o.value === null))) return [];
  const count = evidence.bySocket.length;
  const at = evidence.bySocket.map((_, i) => ({ u: even(i, count) }));
  const observed = ([2, 3] as const).map((step) => evidence.bySocket.flatMap((list, socket) => list.filter((o) => o.step === step && o.value !== null && (o.pair[1] === 'N') === (step === 2)).map((o) => ({ socket, value: o.value as number }))));
  const pairs = at.flatMap((_, from) => at.flatMap((__, to) => (to > from + 1 ? [{ from, to }] : [])));
  return bridgeConductors.flatMap((conductors) =>
    pairs
      .map(({ from, to }) => {
        const fault = { kind: 'bridge', from, to, conductors } as const;
        const meters = metersOf(fault, { ...start, live: start.live * 1.2, cpc: start.cpc * 1.2, size: start.live * 0.12 }, at, evidence);
        const explained = ([2, 3] as const).map((step, i) => {
          const rows = (observed[i] ?? []).map(({ socket, value }) => ({ x: meters[step].read({ index: socket, u: at[socket]?.u ?? 0, w: at[socket]?.u ?? 0 }, step === 2 ? ['L', 'N'] : ['L', 'C']) ?? 0, y: value }));
          const [mx, my] = [mean(rows.map((r) => r.x)), mean(rows.map((r) => r.y))];
          const xx = rows.reduce((sum, r) => sum + (r.x - mx) ** 2, 0);
          const xy = rows.reduce((sum, r) => sum + (r.x - mx) * (r.y - my), 0);
          return xx > 1e-9 && xy > 0 ? (xy * xy) / xx : 0;
        });
        return { fault, explained: explained.reduce((a, b) => a + b, 0) };
      })
      .filter(({ explained }) => explained > 4 * 0.012 ** 2)
      .sort((a, b) => b.explained - a.explained)
      .slice(0, 5)
      .map(({ fault }) => fault),
  );
}

const mean = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / (values.length || 1);
const bridgeConductors: readonly (readonly ('L' | 'N' | 'C')[])[] = [['L', 'N', 'C'], ['L'], ['N']];

/** What kind of thing an explanation is, whatever its place: places of one kind add up. */
export const nameOf = (fault: RingFault): string => {
  switch (fault.kind) {
    case 'broken':
      return `broken ${fault.conductors.join('')}`;
    case 'joint':
    case 'contact':
    case 'loose':
      return `${fault.kind} ${fault.conductor}`;
    case 'reversed':
    case 'crossed':
      return `${fault.kind} ${fault.swap.join('')}`;
    case 'bridge':
      return `bridge ${fault.conductors.join('')}`;
    case 'same leg':
    case 'one link':
      return `${fault.kind} ${fault.steps}`;
    default:
      return fault.kind;
  }
};

function grouped(explanations: readonly Explanation[]): Explanation[] {
  const groups = new Map<string, Explanation>();
  for (const each of explanations) {
    const known = groups.get(nameOf(each.fault));
    groups.set(nameOf(each.fault), known ? { ...known, share: known.share + each.share } : each);
  }
  return [...groups.values()].sort((a, b) => b.share - a.share);
}

/** What line and CPC may be end to end, before anything is fitted: the ends where they were read, else by usual cables. */
function firstFits(readings: RingReadings, { ends, bySocket }: Evidence): RingFit[] {
  const end = (c: 'L' | 'N' | 'C') => ends.find((e) => e.conductor === c)?.value ?? null;
  const quarter = median(bySocket.flatMap((list) => list.flatMap((o) => (o.step === 2 && o.value !== null ? [o.value] : []))));
  const lives = [end('L'), end('N')].filter((v): v is number => v !== null);
  const cpc = end('C');
  const options = lives.length > 0 ? [Math.min(...lives)] : cpc !== null ? usualRatios.map((ratio) => cpc / ratio) : [(quarter ?? 0.22) * 2, quarter ?? 0.45];
  return options.flatMap((value) => {
    const live = Math.max(value, 0.01);
    return cpc !== null ? [{ live, cpc: Math.max(cpc, 0.01), size: 0 }] : usualRatios.map((ratio) => ({ live, cpc: live * ratio, size: 0 }));
  });
}

/** CPC to line, by the resistance of the standard pairs: 2.5/1.5, 2.5/1.0, 4/1.5, equal. */
const usualRatios = [1.633, 2.443, 2.625, 1];

function metersOf(fault: RingFault, fit: RingFit, at: readonly { readonly u: number }[], { sameSide }: Evidence): Meters {
  const shape = shapeOf(fault, fit, at);
  const second = ringMeter(shape, 2, linkingOf(fault, 2));
  return { 1: ringMeter(shape, 1), 2: second, 3: ringMeter(shape, 3, linkingOf(fault, 3)), same: sameSide ? ringMeter(shape, 2, 'same') : second };
}
type Meters = Record<1 | Linked, RingMeter>;

const even = (index: number, count: number): number => (index + 1) / (count + 1);

function socketAt(fault: RingFault, fit: RingFit, socket: number, index: number, u: number): SocketAt {
  return { index, u, w: u, swap: fault.kind === 'reversed' && fault.socket === socket ? fault.swap : undefined, extra: extraOf(fault, fit, socket) };
}

/** How many readings are open where this explanation has a figure, or the other way round, wherever the sockets are. */
function openMismatches(fault: RingFault, evidence: Evidence, fit: RingFit): number {
  const count = evidence.bySocket.length;
  const at = evidence.bySocket.map((_, i) => ({ u: even(i, count) }));
  const meters: Meters = metersOf(fault, { ...fit, size: 0.1 }, at, evidence);
  let wrong = evidence.ends.filter((e) => (meters[1].end(e.conductor) === null) !== (e.value === null)).length;
  evidence.bySocket.forEach((list, socket) => {
    wrong += Math.min(...sidesOf(fault, evidence, socket).map((index) => list.filter((o) => (meters[o.step].read(socketAt(fault, fit, socket, index, even(socket, count)), o.pair) === null) !== (o.value === null)).length));
  });
  return wrong;
}

/** On which side of the fault a socket is: known where the order is, otherwise either. */
function sidesOf(fault: RingFault, { ordered }: Evidence, socket: number): readonly number[] {
  return ordered || !('after' in fault) ? [socket] : [0, 1e6];
}

/** Sizes to begin with: what the ends or the readings leave unexplained. */
function sizesOf(fault: RingFault, evidence: Evidence, start: RingFit): RingFit[] {
  const end = (c: 'L' | 'N' | 'C') => evidence.ends.find((e) => e.conductor === c)?.value ?? null;
  switch (fault.kind) {
    case 'joint': {
      if (fault.conductor !== 'C') {
        const [own, other] = fault.conductor === 'L' ? [end('L'), end('N')] : [end('N'), end('L')];
        return own !== null && other !== null ? [{ ...start, live: other, size: Math.max(own - other, 0.05) }] : [{ ...start, size: 0.3 }];
      }
      const r2 = end('C');
      return r2 === null ? [{ ...start, size: 0.3 }] : usualRatios.map((ratio) => start.live * ratio).filter((cpc) => r2 - cpc > 0.05).map((cpc) => ({ ...start, cpc, size: r2 - cpc })).concat({ ...start, cpc: r2 * 0.8, size: r2 * 0.2 });
    }
    case 'bridge': {
      // The ends read low by what the bridge takes off: r = l × (1 − d² ÷ (d + b)), lengths as shares of the ring.
      const count = evidence.bySocket.length;
      const d = even(fault.to, count) - even(fault.from, count);
      return [0.04, 0.12, 0.3].map((b) => {
        const kept = 1 - (d * d) / (d + b);
        const alone = fault.conductors.length === 1 ? Math.max(end('L') ?? 0, end('N') ?? 0) : 0;
        const live = alone > 0 ? alone : start.live / kept;
        const cpc = start.cpc / (fault.conductors.includes('C') ? kept : 1);
        return { live, cpc, size: b * live };
      });
    }
    case 'spur':
    case 'contact': {
      const over = (evidence.bySocket[fault.socket] ?? []).flatMap((o) => (o.value === null ? [] : [o.value - (o.step === 2 ? start.live / 2 : (start.live + start.cpc) / 4)]));
      return [{ ...start, size: Math.max(0.03, ...over) / (fault.kind === 'spur' ? 2.3 : 1) }];
    }
    default:
      return [start];
  }
}

type Scored = { readonly belief: number; readonly misfit: number; readonly positions: number[]; readonly fit: RingFit };

/** The belief in an explanation at one fit, with every socket placed where it fits best; null once it can only be below `least`. */
function scored(fault: RingFault, evidence: Evidence, fit: RingFit, rounds: number, warm: readonly number[] | undefined, least: number): Scored | null {
  const count = evidence.bySocket.length;
  const at = evidence.bySocket.map((_, i) => ({ u: even(i, count) }));
  const meters: Meters = metersOf(fault, fit, at, evidence);
  const prior = priorOf(fault, evidence, fit);
  let misfit = 0;
  for (const e of evidence.ends) {
    const value = meters[1].end(e.conductor);
    misfit += value === null || e.value === null ? (value === e.value ? 0 : openMismatch * 2) : ((value - e.value) / e.sigma) ** 2;
  }
  const place = (list: readonly Observed[], socket: number, starts: readonly number[], pulls: readonly Pull[]): Placed => {
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
    const placed = () => (evidence.ordered ? place(list, socket, [even(socket, count)], [middle(socket)]) : place(list, socket, [0.15, 0.5, 0.85], []));
    return others && 'socket' in fault && fault.socket !== socket ? (others[socket] ??= placed()) : placed();
  };
  // Neighbours are near: each socket again, pulled between the two beside it.
  const settle = evidence.ordered && rounds > 1;
  const before = settle ? (warm ?? evidence.bySocket.map((_, socket) => afresh(socket).u)) : [];
  const settled = (socket: number): Placed => {
    const between = ((before[socket - 1] ?? 0) + (before[socket + 1] ?? 1)) / 2;
    return place(evidence.bySocket[socket] ?? [], socket, [before[socket] ?? between], [middle(socket), { to: between, deviation: nearness }]);
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

type MovableSocket = { index: number; u: number; w: number; readonly swap?: ConductorPair; readonly extra?: SocketAt['extra'] };
/** Where a socket is expected: a pull towards a place, in standard deviations of its own. */
type Pull = { readonly to: number; readonly deviation: number };

/** Moves one socket along the ring to where its readings fit best (Gauss–Newton with the spacing as a pull back). */
function placeSocket(list: readonly Observed[], socket: MovableSocket, meters: Meters, from: number, pulls: readonly Pull[], rounds: number): { u: number; misfit: number } {
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
        residual = value === null || o.value === null ? (value === o.value ? 0 : mismatchResidual) : (value - o.value) / o.sigma;
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
  const places: Partial<Record<RingFault['kind'], number>> = { 'same leg': 3, 'one link': 6, broken: 4 * (n + 1), joint: 3 * (n + 1), spur: n, contact: 3 * n, loose: 3 * n, reversed: 3 * n, crossed: 3 * (n + 1), 'crossed back': Math.max(1, (n * (n - 1)) / 2), bridge: 2 * n };
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
function refined(fault: RingFault, evidence: Evidence, from: RingFit): Scored {
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
      const top = bend < -1e-9 ? probe(Math.max(-2, Math.min(2, (0.5 * (down.belief - up.belief)) / bend)) * steps[key]) : null;
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
