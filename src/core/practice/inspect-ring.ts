import { type Explanation, diagnoseRing } from '../measurements/ring/diagnose';
import { type RingReading, type RingReadings, median } from '../measurements/ring/evidence';
import type { Links } from './act';
import type { ChartCircuit } from './house';

/** How an inspector reads a ring it is at. Sockets are counted in the order of the chart. */
export type AtRing = {
  readonly sockets: number;
  readonly cable: ChartCircuit['cable'];
  readonly end: (conductor: 'L' | 'N' | 'C') => RingReading | null;
  readonly link: (how: Links) => void;
  readonly read: (socket: number, pair: Pair) => RingReading | null;
  /** How many cables come into the box behind a socket. */
  readonly cablesIn: (socket: number) => number;
  /** It is known to be joined to another circuit. */
  readonly isJoined: boolean;
};
type Pair = 'L-N' | 'L-C' | 'N-C';
type Shown = readonly (RingReading | null)[];
type Tried = NonNullable<RingReadings['tried']>[number];

export type OnRing = {
  /** Null for somewhere on the ring. */
  readonly socket: number | null;
  readonly sort: 'worn' | 'another circuit' | 'spur' | 'bridge' | 'open' | 'joint' | 'reversed';
};

/** A socket on a spur reads this much over the others. */
const spurOhms = 0.035;
/** What is read between the ends of a cable across a ring is over the others by this at least, in ohm. */
const humpOhms = 0.014;
/** A joint shows by a step of this much more than its neighbours step, in ohm. */
const stepOhms = 0.12;
/** How often a ring with something wrong is read again, and what no tester scatters less than, in ohm. */
const timesAgain = 3;
const leastSpread = 0.016;

/** Tests a ring whole, and says what is wrong with it: its ends, both steps, what is open tried otherwise, and what stays unclear. */
export function inspectRing(at: AtRing): OnRing[] {
  const sockets = Array.from({ length: at.sockets }, (_, socket) => socket);
  const ends = { r1: at.end('L'), rn: at.end('N'), r2: at.end('C') };
  const round = (how: Links, pair: Pair): Shown => {
    at.link(how);
    return sockets.map((socket) => at.read(socket, pair));
  };
  const others = (step: 2 | 3, shown: Shown, pairs: readonly Pair[]): Tried[] =>
    sockets.flatMap((socket) =>
      (shown[socket] === 'open' ? pairs : []).flatMap((pair) => {
        const reading = at.read(socket, pair);
        return reading === null ? [] : [{ socket, step, pair: pair.split('-') as ['L', 'N'], reading }];
      }),
    );
  const first2 = round('L to N crossed', 'L-N');
  const tried2 = others(2, first2, ['L-C', 'N-C']);
  const first3 = round('L to CPC crossed', 'L-C');
  const tried = [...tried2, ...others(3, first3, ['L-N', 'N-C'])];
  const { liveMm2, cpcMm2 } = at.cable;
  const diagnose = (readings: Pick<RingReadings, 'step2' | 'step3' | 'noiseOhms' | 'resolutionOhms'>) =>
    diagnoseRing({ sockets: at.sockets, ordered: true, ends, tried, ...readings, cableRatio: liveMm2 / cpcMm2 });
  let [step2, step3] = [first2, first3];
  let found = diagnose({ step2, step3 });
  // Where something is wrong, where it is hangs on hundredths: all is read again, and the mean of it is taken.
  if (!found.confident || found.explanations[0]?.fault.kind !== 'healthy') {
    const again = (first: Shown, how: Links, pair: Pair) =>
      meansOf([first, ...Array.from({ length: timesAgain }, () => round(how, pair))]);
    const [third, second] = [again(first3, 'L to CPC crossed', 'L-C'), again(first2, 'L to N crossed', 'L-N')];
    [step2, step3] = [second.means, third.means];
    const noiseOhms = Math.max(second.spread, third.spread) / Math.sqrt(timesAgain + 1);
    found = diagnose({ step2, step3, noiseOhms, resolutionOhms: 0.01 / (timesAgain + 1) });
  }
  const read = sockets.map((socket) => ({
    socket,
    moves: [step2[socket], step3[socket]].some((shown) => typeof shown === 'object' && shown !== null),
    allOpen: tried.filter((each) => each.socket === socket && each.reading === 'open').length === 4,
    over: Math.min(overMiddle(step2, socket), overMiddle(step3, socket)),
  }));
  const bridge = bridgeSeen(at, read);
  const isWithin = (socket: number) => bridge !== null && socket > bridge[0] && socket < bridge[1];
  // One cable in the box, or steadily high in both steps though not within a bridge, hangs on a spur.
  const spurs = read.filter(
    ({ socket, over, moves, allOpen }) =>
      !allOpen && (at.cablesIn(socket) === 1 || (!moves && !isWithin(socket) && over > spurOhms)),
  );
  const off = new Set([...spurs, ...read.filter(({ allOpen }) => allOpen)].map(({ socket }) => socket));
  const leads = found.explanations.filter((each) => each.leads);
  const { r1, rn, r2 } = ends;
  const ring: Ring = {
    excess: (conductor) => {
      if (typeof r1 !== 'number' || typeof rn !== 'number' || typeof r2 !== 'number') return null;
      return conductor === 'L' ? r1 - rn : conductor === 'N' ? rn - r1 : r2 - (Math.min(r1, rn) * liveMm2) / cpcMm2;
    },
    onRing: sockets.filter((socket) => !off.has(socket)),
    swapped: new Map(
      leads.flatMap(({ fault }) =>
        fault.kind === 'reversed' ? [[fault.socket, lineAndCpcOf(fault.swap)] as const] : [],
      ),
    ),
  };
  const named = (sort: OnRing['sort'], of: readonly { readonly socket: number }[]) =>
    of.map(({ socket }): OnRing => ({ socket, sort }));
  const all = [
    ...named(
      'worn',
      read.filter(({ moves }) => moves),
    ),
    ...named(
      'another circuit',
      read.filter(({ allOpen }) => allOpen),
    ),
    ...(bridge ? named('bridge', [{ socket: bridge[0] }]) : []),
    // One each is allowed: the third hangs on another.
    ...(spurs.length >= 3 ? named('spur', spurs) : []),
    ...leads.flatMap((each) => ofExplanation(each, at, ring)),
  ];
  at.link('none');
  return all;
}

/** Sockets of the ring itself in their order, and between which contacts line and CPC are where they are exchanged. */
type Ring = {
  readonly onRing: readonly number[];
  readonly swapped: ReadonlyMap<number, Pair>;
  /** How much more a conductor reads end to end than the others say it should, in ohm; null where that is not known. */
  readonly excess: (conductor: 'L' | 'N' | 'C') => number | null;
};

const lineAndCpcOf = (swap: readonly string[]): Pair =>
  swap.includes('L') && swap.includes('N') ? 'N-C' : swap.includes('L') ? 'L-C' : 'L-N';

/** What the diagnosis says of the ring itself, placed by one more test where that tells. */
function ofExplanation({ fault }: Explanation, at: AtRing, ring: Ring): OnRing[] {
  const { onRing } = ring;
  if (fault.kind === 'reversed') return [{ socket: fault.socket, sort: 'reversed' }];
  // A joint is in the ends as well, whatever the cable between two sockets is long.
  if (fault.kind === 'joint' && (ring.excess(fault.conductor) ?? Infinity) < stepOhms) return [];
  if (fault.kind === 'joint')
    return fault.conductor === 'N'
      ? [{ socket: nearest(fault.after, onRing), sort: 'joint' }]
      : byOneLeg(at, ring, fault.conductor).map((socket) => ({ socket, sort: 'joint' }));
  if (fault.kind !== 'broken') return [];
  const [socket = nearest(fault.after, onRing)] = fault.conductors.includes('N') ? [] : byOneLeg(at, ring);
  return [{ socket, sort: 'open' }];
}

const nearest = (after: number, onRing: readonly number[]): number | null =>
  onRing.find((socket) => socket >= after) ?? onRing.at(-1) ?? null;

/**
 * Line and CPC linked at one leg alone: the reading ends in the section where one of them is broken; at a joint it steps
 * up for the line, down for the CPC. Answers the socket behind that section; none where nothing steps.
 */
function byOneLeg(at: AtRing, { onRing, swapped }: Ring, joint?: 'L' | 'C'): number[] {
  at.link('L to CPC one leg');
  const shown = onRing.map((socket) => ({ socket, reading: at.read(socket, swapped.get(socket) ?? 'L-C') }));
  const steps = shown.slice(1).map(({ socket, reading }, index) => {
    const before = shown[index]?.reading;
    const ends = (reading === 'open') !== (before === 'open');
    return { socket, ends, by: typeof reading === 'number' && typeof before === 'number' ? reading - before : null };
  });
  if (!joint) return steps.filter(({ ends }) => ends).map(({ socket }) => socket);
  const usual = median(steps.flatMap(({ by }) => by ?? [])) ?? 0;
  const most = steps
    .map(({ socket, by }) => ({ socket, over: by === null ? 0 : (by - usual) * (joint === 'L' ? 1 : -1) }))
    .reduce((a, b) => (b.over > a.over ? b : a), { socket: -1, over: 0 });
  return most.over >= stepOhms ? [most.socket] : [];
}

/**
 * The ends of a cable across a ring: every spur leaves one box with a cable too many and ends in one with a single cable,
 * and a cable to another circuit leaves one more; where two more are left over, the ring is joined to itself. Between its
 * ends it reads higher than elsewhere.
 */
function bridgeSeen(at: AtRing, read: readonly { readonly over: number }[]): [number, number] | null {
  const cables = read.map((_, socket) => at.cablesIn(socket));
  const tooMany = cables.flatMap((count, socket) => (count > 2 ? [socket] : []));
  const extra = cables.reduce((sum, count) => sum + Math.max(0, count - 2), 0);
  const ends = cables.filter((count) => count === 1).length;
  if (extra - ends - (at.isJoined ? 1 : 0) < 2) return null;
  // Everything between its ends is a little high; what hangs on a spur is higher.
  const between = ([from, to]: [number, number]) =>
    read.slice(from + 1, to).flatMap(({ over }, index) => ((cables[from + 1 + index] ?? 0) >= 2 ? [over] : []));
  const pairs = tooMany
    .flatMap((from) => tooMany.flatMap((to): [number, number][] => (to > from ? [[from, to]] : [])))
    .filter((pair) => between(pair).length > 0);
  const [least, most] = [
    (pair: [number, number]) => Math.min(...between(pair)),
    (pair: [number, number]) => Math.max(...between(pair)),
  ];
  const humps = pairs.filter(
    (pair) => least(pair) > humpOhms && pair.every((end) => (read[end]?.over ?? 0) < humpOhms),
  );
  return humps.sort((a, b) => most(a) - most(b))[0] ?? pairs.sort((a, b) => least(b) - least(a))[0] ?? null;
}

/** How far a socket reads over the middle of its ring. */
function overMiddle(shown: Shown, socket: number): number {
  const figures = shown.filter((each) => typeof each === 'number').sort((a, b) => a - b);
  const own = shown[socket];
  return typeof own === 'number' ? own - (figures[Math.floor(figures.length / 2)] ?? own) : -Infinity;
}

/** Readings of several rounds socket by socket as their mean, what moved or was open as it was first; and how far they scatter, in ohm. */
function meansOf(rounds: readonly Shown[]): { readonly means: Shown; readonly spread: number } {
  const [first = []] = rounds;
  const squares: number[] = [];
  const means = first.map((shown, socket) => {
    const figures = rounds.flatMap((round) => (typeof round[socket] === 'number' ? [round[socket]] : []));
    if (typeof shown !== 'number' || figures.length < rounds.length) return shown;
    const mean = figures.reduce((sum, each) => sum + each, 0) / figures.length;
    squares.push(...figures.map((each) => ((each - mean) ** 2 * figures.length) / (figures.length - 1)));
    return mean;
  });
  const spread = Math.sqrt(squares.reduce((sum, each) => sum + each, 0) / (squares.length || 1));
  return { means, spread: Math.max(leastSpread, spread) };
}
