/**
 * What an ohmmeter reads on a ring final circuit, faults and wrong links included.
 *
 *     A ──┬────┬────┬────┬── B      three conductors L, N, C, each a line from end A to end B;
 *         1    2    3    4          links join ends, so what hangs together is a path or a loop.
 *
 * 1. A reading between two places of one path is the distance; of one loop, both ways round in parallel.
 * 2. A break opens the way through it; a joint adds its ohms to whoever passes it.
 * 3. A bridge between two places is a correction of rank one to every resistance (Sherman–Morrison).
 *
 * Ohms throughout; positions are fractions of the ring, `u` along line and neutral, `w` along the CPC.
 */
export const ringConductors = ['L', 'N', 'C'] as const;
export type RingConductor = (typeof ringConductors)[number];
export type ConductorPair = readonly [RingConductor, RingConductor];

/** How two conductors' ends are linked for steps 2 and 3: opposite is right; one link may be forgotten, or both. */
export type Linking = 'opposite' | 'same' | 'first only' | 'second only' | 'none';
export type RingStep = 1 | 2 | 3;

export type RingShape = {
  /** End to end, without joints. */
  readonly ohms: Readonly<Record<RingConductor, number>>;
  /** A joint in the section after so many sockets. */
  readonly joint?: { readonly conductor: RingConductor; readonly after: number; readonly ohms: number };
  readonly broken?: { readonly conductors: readonly RingConductor[]; readonly after: number };
  /** A conductor that is nowhere on the ring. */
  readonly absent?: RingConductor;
  /** Conductors that change places in the section after so many sockets, and back again where `until` is given. */
  readonly crossed?: { readonly swap: ConductorPair; readonly after: number; readonly until?: number };
  readonly bridge?: {
    readonly from: number;
    readonly to: number;
    readonly ohms: Partial<Record<RingConductor, number>>;
  };
};

export type SocketAt = {
  /** How many sockets come before it. */
  readonly index: number;
  readonly u: number;
  readonly w: number;
  readonly swap?: ConductorPair;
  /** Ohms between the socket's own contact and the ring: a spur's conductors, a worn contact; Infinity where it hangs loose. */
  readonly extra?: Partial<Record<RingConductor, number>>;
};

type End = { readonly conductor: RingConductor; readonly side: 'A' | 'B' };
/** A conductor on its chain: where it begins and which way it runs. */
type Placed = { chain: number; from: number; forward: boolean };
type Chain = { length: number; loop: boolean };

export type RingMeter = {
  /** Null where there is no path. */
  read(socket: SocketAt, pair: ConductorPair): number | null;
  /** End to end between the two ends marked with one conductor's name. */
  end(conductor: RingConductor): number | null;
};

/** The ring as it is linked for a step: `meter.read` is what stands on the instrument, without its errors. */
export function ringMeter(shape: RingShape, step: RingStep, linking: Linking = 'opposite'): RingMeter {
  const { joint, broken, crossed, bridge, absent } = shape;
  const total = (c: RingConductor): number => shape.ohms[c] + (joint?.conductor === c ? joint.ohms : 0);
  // Which conductor carries the name `c` at end B: crossing and not crossing back exchanges two.
  const atB = (c: RingConductor): RingConductor =>
    crossed && crossed.until === undefined ? exchanged(c, crossed.swap) : c;
  const links = linksOf(step, linking).map(([one, two]) => [place(one, atB), place(two, atB)] as const);
  const { placed, chains } = chain(links, total);

  /** The physical conductor behind a socket's contact. */
  const behind = (socket: SocketAt, contact: RingConductor): RingConductor => {
    const own = socket.swap ? exchanged(contact, socket.swap) : contact;
    const within =
      crossed && socket.index >= crossed.after && (crossed.until === undefined || socket.index < crossed.until);
    return within ? exchanged(own, crossed.swap) : own;
  };
  const coordinate = (c: RingConductor, ohms: number): number => {
    const on = placed[c];
    return on.from + (on.forward ? ohms : total(c) - ohms);
  };
  const ohmsTo = (c: RingConductor, u: number, w: number, index: number): number =>
    (c === 'C' ? w : u) * shape.ohms[c] +
    (joint !== undefined && joint.conductor === c && index >= joint.after ? joint.ohms : 0);
  /** Between two places of one path or loop with nothing broken. */
  const whole = (of: Chain, s: number, t: number): number => {
    const along = Math.abs(s - t);
    return of.loop ? (along * (of.length - along)) / of.length : along;
  };

  const between = (one: RingConductor, s: number, two: RingConductor, t: number, before: boolean): number | null => {
    const p = placed[one];
    if (p.chain !== placed[two].chain) return null;
    const of = chains[p.chain] as Chain;
    if (!broken) return whole(of, s, t);
    let inner = Math.abs(s - t);
    let outer = of.loop ? of.length - inner : Infinity;
    for (const c of broken.conductors) {
      const on = placed[c];
      if (on.chain !== p.chain) continue;
      // The break lies beside the place read on its conductor, towards B before it and towards A behind it.
      const here = one === c ? s : two === c ? t : null;
      const cut = here === null ? coordinate(c, total(c) / 2) : here + (on.forward === before ? 1e-9 : -1e-9);
      if (cut > Math.min(s, t) && cut < Math.max(s, t)) inner = Infinity;
      else outer = Infinity;
    }
    if (inner === Infinity) return outer === Infinity ? null : outer;
    return outer === Infinity ? inner : (inner * outer) / (inner + outer || 1);
  };

  /** Bridges of each chain, put in one correction after the other: what one changes is worked out before the next. */
  const bridges: Bridge[][] = chains.map(() => []);
  const bridged = (chain: number, s: number, t: number, count: number): number => {
    if (count === 0) return whole(chains[chain] as Chain, s, t);
    const { p, q, through } = (bridges[chain] as Bridge[])[count - 1] as Bridge;
    const half =
      (bridged(chain, s, q, count - 1) +
        bridged(chain, t, p, count - 1) -
        bridged(chain, s, p, count - 1) -
        bridged(chain, t, q, count - 1)) /
      2;
    return bridged(chain, s, t, count - 1) - (half * half) / through;
  };
  if (bridge)
    for (const c of ringConductors) {
      const ohms = bridge.ohms[c];
      if (ohms === undefined) continue;
      const { chain: on } = placed[c];
      const mine = bridges[on] as Bridge[];
      const [p, q] = [
        coordinate(c, ohmsTo(c, bridge.from, bridge.from, 0)),
        coordinate(c, ohmsTo(c, bridge.to, bridge.to, 0)),
      ];
      mine.push({ p, q, through: ohms + bridged(on, p, q, mine.length) });
    }
  const resistance = (one: RingConductor, s: number, two: RingConductor, t: number, before: boolean): number | null =>
    bridge && placed[one].chain === placed[two].chain
      ? bridged(placed[one].chain, s, t, (bridges[placed[one].chain] as Bridge[]).length)
      : between(one, s, two, t, before);

  return {
    read(socket, [one, two]) {
      const extra = socket.extra ? (socket.extra[one] ?? 0) + (socket.extra[two] ?? 0) : 0;
      if (extra === Infinity) return null;
      const [c, d] = [behind(socket, one), behind(socket, two)];
      if (absent !== undefined && (c === absent || d === absent)) return null;
      const { u, w, index } = socket;
      const reading = resistance(
        c,
        coordinate(c, ohmsTo(c, u, w, index)),
        d,
        coordinate(d, ohmsTo(d, u, w, index)),
        broken === undefined || index < broken.after,
      );
      return reading === null ? null : reading + extra;
    },
    end(c) {
      if (c === absent || broken?.conductors.includes(c) || atB(c) !== c) return null;
      return resistance(c, coordinate(c, 0), c, coordinate(c, total(c)), true);
    },
  };
}

/** Between two places of a chain, with its own ohms and the chain's between them. */
type Bridge = { readonly p: number; readonly q: number; readonly through: number };

const exchanged = (c: RingConductor, [one, two]: ConductorPair): RingConductor =>
  c === one ? two : c === two ? one : c;
const place = (end: End, atB: (c: RingConductor) => RingConductor): End =>
  end.side === 'B' ? { ...end, conductor: atB(end.conductor) } : end;

function linksOf(step: RingStep, linking: Linking): readonly (readonly [End, End])[] {
  if (step === 1 || linking === 'none') return [];
  const other: RingConductor = step === 2 ? 'N' : 'C';
  const [near, far] = linking === 'same' ? (['A', 'B'] as const) : (['B', 'A'] as const);
  const first = [
    { conductor: 'L', side: 'A' },
    { conductor: other, side: near },
  ] as const;
  const second = [
    { conductor: 'L', side: 'B' },
    { conductor: other, side: far },
  ] as const;
  return linking === 'first only' ? [first] : linking === 'second only' ? [second] : [first, second];
}

/** Lays the linked conductors out end to end. */
function chain(
  links: readonly (readonly [End, End])[],
  total: (c: RingConductor) => number,
): { placed: Record<RingConductor, Placed>; chains: Chain[] } {
  const other = (side: 'A' | 'B') => (side === 'A' ? 'B' : 'A');
  const joined = (end: End): End | null => {
    for (const [one, two] of links) {
      if (one.conductor === end.conductor && one.side === end.side) return two;
      if (two.conductor === end.conductor && two.side === end.side) return one;
    }
    return null;
  };
  const placed: Partial<Record<RingConductor, Placed>> = {};
  const chains: Chain[] = [];
  for (const conductor of ringConductors) {
    if (placed[conductor]) continue;
    // Go back to a loose end, or all the way round a loop.
    let start: End = { conductor, side: 'A' };
    let loop = false;
    for (let step = 0; step < 3; step += 1) {
      const before = joined(start);
      if (!before) break;
      const next: End = { conductor: before.conductor, side: other(before.side) };
      if (next.conductor === conductor && next.side === 'A') {
        loop = true;
        break;
      }
      start = next;
    }
    let length = 0;
    for (
      let at: End | null = start;
      at && !placed[at.conductor];
      at = joined({ conductor: at.conductor, side: other(at.side) })
    ) {
      placed[at.conductor] = { chain: chains.length, from: length, forward: at.side === 'A' };
      length += total(at.conductor);
    }
    chains.push({ length, loop });
  }
  return { placed: placed as Record<RingConductor, Placed>, chains };
}
