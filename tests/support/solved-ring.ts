import type { Network, Resistor } from '../../src/core/network/network';
import { prepare } from '../../src/core/network/solver';
import type { RingReading, RingReadings } from '../../src/core/measurements/ring/evidence';

/** What is wrong with a ring made as a network of conductors, one thing each; places count sockets from end A. */
export type Wrong =
  | { readonly is: 'broken' | 'joint'; readonly of: readonly Wire[]; readonly after: number; readonly ohms?: number }
  | { readonly is: 'crossed'; readonly after: number; readonly until?: number }
  | {
      readonly is: 'bridge';
      readonly of: readonly Wire[];
      readonly from: number;
      readonly to: number;
      readonly metres: number;
    }
  | { readonly is: 'same leg' | 'one link' | 'unearthed' }
  | { readonly is: 'not linked'; readonly step: 2 | 3 }
  | { readonly is: 'spur'; readonly socket: number; readonly metres: number }
  | { readonly is: 'contact'; readonly of: Wire; readonly socket: number; readonly ohms: number }
  | { readonly is: 'loose'; readonly of: Wire; readonly socket: number }
  | { readonly is: 'reversed'; readonly swap: readonly [Wire, Wire]; readonly socket: number }
  | { readonly is: 'elsewhere'; readonly socket: number };
type Wire = 'L' | 'N' | 'C';
const wires = ['L', 'N', 'C'] as const;

/** mΩ/m of line and CPC: 2.5/1.5, 2.5/1.0, 4/1.5. */
const cables = [
  { live: 7.41, cpc: 12.1 },
  { live: 7.41, cpc: 18.1 },
  { live: 4.61, cpc: 12.1 },
] as const;

export type Meterings = {
  /** Standard deviation of a reading, in ohm: what the instrument adds and nobody is told. */
  readonly noise: number;
  readonly ordered?: boolean;
  /** Which sockets were read. */
  readonly read?: (socket: number) => boolean;
  readonly leads?: number;
};

export type SolvedRing = {
  readonly wrong: readonly Wrong[];
  readonly readings: RingReadings;
  /** The socket along the ring that each reading is of: told to nobody where the order is unknown. */
  readonly order: readonly number[];
  /** The most that what is wrong changes any reading, in ohm; an open counts as without end. */
  readonly change: number;
};

type Cable = { readonly metres: number; readonly live: number; readonly cpc: number };
export type Run = {
  readonly sections: readonly Cable[];
  readonly own: { readonly live: number; readonly cpc: number };
};

/** A run of cable from A by so many sockets to B: uneven, mostly of one cable. */
export function randomRun(random: () => number, sockets: number, mixed = 0.1): Run {
  const gauss = gaussOf(random);
  const own = cables[random() < 0.7 ? 0 : random() < 0.5 ? 1 : 2];
  const other = cables[Math.floor(random() * 3)] ?? own;
  const from = random() < mixed ? Math.floor(random() * (sockets + 1)) : Infinity;
  const until = from + 1 + Math.floor(random() * 3);
  const sections = Array.from({ length: sockets + 1 }, (_, k) => ({
    metres: (k === 0 || k === sockets ? 8 : 5) * Math.exp(0.35 * gauss()),
    ...(k >= from && k < until ? other : own),
  }));
  return { sections, own };
}

const gaussOf = (random: () => number) => () =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** Terminals: `A.L`, `B.L`, `3.L` where the ring passes socket 3, `3.L.front` in its face. */
function networkOf({ sections }: Run, wrong: readonly Wrong[], step: 1 | 2 | 3): Network {
  const last = sections.length - 1;
  const place = (k: number) => (k === 0 ? 'A' : k === last + 1 ? 'B' : String(k));
  const resistors: Resistor[] = [];
  const joins: [string, string][] = [];
  const crossings = wrong.filter((each) => each.is === 'crossed');
  sections.forEach(({ metres, live, cpc }, k) => {
    for (const wire of wires) {
      let ohms = (metres * (wire === 'C' ? cpc : live)) / 1000;
      for (const each of wrong) {
        if (each.is === 'unearthed' && wire === 'C') ohms = Infinity;
        if ((each.is !== 'broken' && each.is !== 'joint') || each.after !== k || !each.of.includes(wire)) continue;
        ohms = each.is === 'broken' ? Infinity : ohms + (each.ohms ?? 0);
      }
      // In a crossed section line and neutral arrive in one another's place.
      const swaps = crossings.some((each) => each.after === k || each.until === k);
      const arrives = swaps && wire !== 'C' ? (wire === 'L' ? 'N' : 'L') : wire;
      resistors.push({ id: `${k}.${wire}`, a: `${place(k)}.${wire}`, b: `${place(k + 1)}.${arrives}`, ohms });
    }
  });
  for (const each of wrong)
    if (each.is === 'bridge')
      for (const wire of each.of) {
        const { live, cpc } = sections[0] as Cable;
        const ohms = (each.metres * (wire === 'C' ? cpc : live)) / 1000;
        resistors.push({
          id: `bridge.${wire}`,
          a: `${place(each.from + 1)}.${wire}`,
          b: `${place(each.to + 1)}.${wire}`,
          ohms,
        });
      }
  for (let socket = 0; socket < last; socket += 1) {
    const at = place(socket + 1);
    const own = wrong.filter((each) => 'socket' in each && each.socket === socket);
    for (const wire of wires) {
      const swap = own.flatMap((each) => (each.is === 'reversed' ? [each.swap] : []))[0];
      const behind = swap?.includes(wire) ? (swap[0] === wire ? swap[1] : swap[0]) : wire;
      let ohms = 0;
      for (const each of own) {
        const { live, cpc } = sections[0] as Cable;
        if (each.is === 'spur') ohms += (each.metres * (behind === 'C' ? cpc : live)) / 1000;
        if (each.is === 'contact' && each.of === wire) ohms += each.ohms;
        if (each.is === 'elsewhere' || (each.is === 'loose' && each.of === wire)) ohms = Infinity;
      }
      resistors.push({ id: `${socket}.front.${wire}`, a: `${at}.${behind}`, b: `${at}.${wire}.front`, ohms });
    }
  }
  if (step !== 1 && !wrong.some((each) => each.is === 'not linked' && each.step === step)) {
    const far = step === 2 ? 'N' : 'C';
    const same = wrong.some(({ is }) => is === 'same leg');
    joins.push(same ? ['A.L', `A.${far}`] : ['A.L', `B.${far}`]);
    if (!wrong.some(({ is }) => is === 'one link')) joins.push(same ? ['B.L', `B.${far}`] : ['B.L', `A.${far}`]);
  }
  const terminals = Array.from({ length: last + 2 }, (_, k) => wires.flatMap((wire) => [`${place(k)}.${wire}`])).flat();
  const finite = resistors.filter(({ ohms }) => ohms > 0 && ohms < Infinity);
  const whole = resistors.filter(({ ohms }) => ohms === 0).map(({ a, b }) => [a, b] as [string, string]);
  const fronts = Array.from({ length: last }, (_, socket) =>
    wires.map((wire) => `${place(socket + 1)}.${wire}.front`),
  ).flat();
  return { resistors: finite, joins: [...joins, ...whole], terminals: [...terminals, ...fronts] };
}

/** What an ideal ohmmeter shows between two contacts of every socket, and from end to end. */
function truth(run: Run, wrong: readonly Wrong[]) {
  const solvers = ([1, 2, 3] as const).map((step) => {
    const prepared = prepare(networkOf(run, wrong, step));
    if (!prepared.ok) throw new Error(prepared.problem);
    return prepared.solver;
  });
  const sockets = run.sections.length - 1;
  const between = (step: 2 | 3, socket: number, [one, two]: readonly [Wire, Wire]) =>
    solvers[step - 1]?.resistance(`${socket + 1}.${one}.front`, `${socket + 1}.${two}.front`) ?? null;
  return {
    sockets,
    between,
    end: (wire: Wire) => solvers[0]?.resistance(`A.${wire}`, `B.${wire}`) ?? null,
  };
}

/** Reads a ring as a person with a tester would: to the hundredth, with noise, some sockets, in some order. */
export function readRing(random: () => number, run: Run, wrong: readonly Wrong[], metering: Meterings): SolvedRing {
  const { noise, ordered = true, read = () => true, leads = 0 } = metering;
  const gauss = gaussOf(random);
  const real = truth(run, wrong);
  const sound = truth(run, []);
  const shown = (ohms: number | null): RingReading =>
    ohms === null
      ? 'open'
      : Math.max(0, Math.round((ohms + leads + noise * gauss() + 0.005 * ohms * gauss()) * 100) / 100);
  const order = Array.from({ length: real.sockets }, (_, socket) => socket);
  if (!ordered) order.sort(() => random() - 0.5);
  const pairs = { 2: ['L', 'N'], 3: ['L', 'C'] } as const;
  const values = (step: 2 | 3) =>
    order.map((socket) => (read(socket) ? shown(real.between(step, socket, pairs[step])) : null));
  const [step2, step3] = [values(2), values(3)];
  const other = (step: 2 | 3, place: number, pair: readonly [Wire, Wire]) => ({
    socket: place,
    step,
    pair,
    reading: shown(real.between(step, order[place] as number, pair)),
  });
  // Where step 2 was open and step 3 is not, neutral to CPC is tried in step 3: it tells a crossing from a cut.
  const alsoTried = step3
    .flatMap((value, place) =>
      step2[place] === 'open' && typeof value === 'number' ? [other(3, place, ['N', 'C'])] : [],
    )
    .slice(0, 4);
  // On an open the other pairs are tried, as the diagnosis asks.
  const tried = ([2, 3] as const).flatMap((step) =>
    (step === 2 ? step2 : step3).flatMap((value, place) =>
      value === 'open'
        ? ([['N', 'C'], step === 2 ? ['L', 'C'] : ['L', 'N']] as const).map((pair) =>
            other(step, place, pair as readonly [Wire, Wire]),
          )
        : [],
    ),
  );
  const differs = (one: number | null, two: number | null) =>
    one === null || two === null ? (one === two ? 0 : Infinity) : Math.abs(one - two);
  const changes = order.flatMap((socket) =>
    read(socket)
      ? ([2, 3] as const).map((step) =>
          differs(real.between(step, socket, pairs[step]), sound.between(step, socket, pairs[step])),
        )
      : [],
  );
  return {
    wrong,
    order,
    change: Math.max(0, ...changes, ...wires.map((wire) => differs(real.end(wire), sound.end(wire)))),
    readings: {
      sockets: real.sockets,
      ordered,
      ends: { r1: shown(real.end('L')), rn: shown(real.end('N')), r2: shown(real.end('C')) },
      step2,
      step3,
      tried: [...alsoTried, ...tried].slice(0, 20),
      cableRatio: run.own.cpc / run.own.live,
    },
  };
}

export const singleKinds = [
  'same leg',
  'one link',
  'not linked 2',
  'not linked 3',
  'unearthed',
  'broken L',
  'broken N',
  'broken C',
  'broken LN',
  'broken LC',
  'broken NC',
  'broken LNC',
  'joint L',
  'joint N',
  'joint C',
  'crossed LN',
  'crossed back',
  'bridge LNC',
  'bridge L',
  'bridge C',
  'spur',
  'contact L',
  'contact N',
  'contact C',
  'loose L',
  'loose N',
  'loose C',
  'reversed LN',
  'reversed LC',
  'reversed NC',
  'elsewhere',
] as const;
export type SingleKind = (typeof singleKinds)[number];

/** One thing wrong at a random place, of a size that is a fault and no nicety. */
export function oneWrong(random: () => number, kind: SingleKind, sockets: number): Wrong {
  const pick = (most: number) => Math.floor(random() * most);
  const letters = [...(kind.split(' ').at(-1) ?? '')] as Wire[];
  const [one = 'L', two = 'N'] = letters;
  const ohms = 0.2 + 0.8 * random();
  const socket = pick(sockets);
  switch (kind) {
    case 'same leg':
    case 'one link':
      return { is: kind };
    case 'not linked 2':
      return { is: 'not linked', step: 2 };
    case 'not linked 3':
      return { is: 'not linked', step: 3 };
    case 'unearthed':
      return { is: 'unearthed' };
    case 'crossed LN':
      return { is: 'crossed', after: 1 + pick(sockets - 1) };
    case 'crossed back': {
      const after = pick(sockets - 2);
      return { is: 'crossed', after, until: after + 2 + pick(sockets - after - 2) };
    }
    case 'spur':
      return { is: 'spur', socket, metres: 5 + 10 * random() };
    case 'elsewhere':
      return { is: 'elsewhere', socket };
    default:
      if (kind.startsWith('broken')) return { is: 'broken', of: letters, after: pick(sockets + 1) };
      if (kind.startsWith('joint')) return { is: 'joint', of: [one], after: pick(sockets + 1), ohms };
      if (kind.startsWith('contact')) return { is: 'contact', of: one, socket, ohms };
      if (kind.startsWith('loose')) return { is: 'loose', of: one, socket };
      if (kind.startsWith('reversed')) return { is: 'reversed', swap: [one, two], socket };
      const from = pick(sockets - 3);
      return { is: 'bridge', of: letters, from, to: from + 3 + pick(sockets - from - 3), metres: 2 + 8 * random() };
  }
}

/** The name the diagnosis gives what is wrong. */
export function nameOfWrong(wrong: Wrong): string {
  switch (wrong.is) {
    case 'crossed':
      return wrong.until === undefined ? 'crossed LN' : 'crossed back';
    case 'broken':
    case 'joint':
    case 'bridge':
      return `${wrong.is} ${wrong.of.join('')}`;
    case 'contact':
    case 'loose':
      return `${wrong.is} ${wrong.of}`;
    case 'reversed':
      return `reversed ${wrong.swap.join('')}`;
    case 'same leg':
    case 'one link':
      return `${wrong.is} both`;
    case 'not linked':
      return `${wrong.is} step ${wrong.step}`;
    default:
      return wrong.is;
  }
}
