import type { ConductorPair, Linking, RingConductor, RingShape } from './ring-model';
import { ringConductors } from './ring-model';

/** Something that may be wrong with a ring, or with how it was linked up. Places count sockets from end A. */
export type RingFault =
  | { readonly kind: 'healthy' }
  | { readonly kind: 'same leg'; readonly steps: 'both' | 'step 2' | 'step 3' }
  | { readonly kind: 'one link'; readonly steps: 'both' | 'step 2' | 'step 3'; readonly missing: 'A' | 'B' }
  /** Neither link made. */
  | { readonly kind: 'not linked'; readonly steps: 'both' | 'step 2' | 'step 3' }
  /** No CPC anywhere on the ring. */
  | { readonly kind: 'unearthed' }
  | { readonly kind: 'broken'; readonly conductors: readonly RingConductor[]; readonly after: number }
  | { readonly kind: 'joint'; readonly conductor: RingConductor; readonly after: number }
  | { readonly kind: 'spur'; readonly socket: number }
  | { readonly kind: 'contact'; readonly conductor: RingConductor; readonly socket: number }
  | { readonly kind: 'loose'; readonly conductor: RingConductor; readonly socket: number }
  | { readonly kind: 'reversed'; readonly swap: ConductorPair; readonly socket: number }
  /** Nothing of it on this ring: on another circuit, or not connected at all. */
  | { readonly kind: 'elsewhere'; readonly socket: number }
  /** A reading typed with its point in the wrong place. */
  | { readonly kind: 'slipped'; readonly socket: number; readonly step: 2 | 3 }
  | { readonly kind: 'crossed'; readonly swap: ConductorPair; readonly after: number }
  | { readonly kind: 'crossed back'; readonly after: number; readonly until: number }
  | {
      readonly kind: 'bridge';
      readonly from: number;
      readonly to: number;
      readonly conductors: readonly RingConductor[];
    };
/** What the person with the tester did, and not the house: looked at before any fault of the house. */
export type RingMistake =
  | { readonly kind: 'leads' }
  | { readonly kind: 'steps exchanged' }
  | { readonly kind: 'ends exchanged'; readonly swap: ConductorPair }
  | { readonly kind: 'end slipped'; readonly conductor: RingConductor; readonly times: number };
/** What a socket may be by itself, whatever the ring is. */
export type SocketFault = Extract<RingFault, { socket: number }>;
export type RingFaultKind = RingFault['kind'];

/** How much each kind of ring weighs before any reading, against one another, and each state of a socket by itself. */
export const usual: Readonly<Record<RingFaultKind, number>> = {
  healthy: 2,
  'same leg': 0.05,
  'one link': 0.03,
  'not linked': 0.03,
  unearthed: 0.02,
  broken: 0.07,
  joint: 0.15,
  crossed: 0.02,
  'crossed back': 0.01,
  bridge: 0.08,
  spur: 0.012,
  contact: 0.004,
  loose: 0.0045,
  reversed: 0.0042,
  elsewhere: 0.004,
  slipped: 0.001,
};

const swaps: readonly ConductorPair[] = [
  ['L', 'N'],
  ['L', 'C'],
  ['N', 'C'],
];

/** Everything that may be wrong with a ring of so many sockets as a whole, bridges apart: there are too many of them. */
export function ringHypotheses(sockets: number, ordered: boolean): RingFault[] {
  const sections = Array.from({ length: sockets + 1 }, (_, after) => after);
  const places = Array.from({ length: sockets }, (_, socket) => socket);
  const steps = ['both', 'step 2', 'step 3'] as const;
  return [
    { kind: 'healthy' },
    ...steps.map((which): RingFault => ({ kind: 'same leg', steps: which })),
    ...steps.flatMap((which) =>
      (['A', 'B'] as const).map((missing): RingFault => ({ kind: 'one link', steps: which, missing })),
    ),
    ...steps.map((which): RingFault => ({ kind: 'not linked', steps: which })),
    { kind: 'unearthed' },
    ...sections.flatMap((after): RingFault[] => [
      ...ringConductors.map((c): RingFault => ({ kind: 'broken', conductors: [c], after })),
      ...swaps.map((two): RingFault => ({ kind: 'broken', conductors: [...two], after })),
      { kind: 'broken', conductors: [...ringConductors], after },
      ...ringConductors.map((conductor): RingFault => ({ kind: 'joint', conductor, after })),
      ...swaps.map((swap): RingFault => ({ kind: 'crossed', swap, after })),
    ]),
    // Without an order it has no ends: only which sockets are within it is weighed, each by itself.
    ...(ordered
      ? places.flatMap((after) =>
          places
            .filter((until) => until > after + 1)
            .map((until): RingFault => ({ kind: 'crossed back', after, until })),
        )
      : [{ kind: 'crossed back', after: 0, until: 1 } as const]),
  ];
}

const socketStates = new Map<number, readonly SocketFault[]>();
/** Everything that may be wrong with one socket. */
export function socketHypotheses(socket: number): readonly SocketFault[] {
  const known = socketStates.get(socket);
  if (known) return known;
  const states: SocketFault[] = [
    { kind: 'spur', socket },
    ...ringConductors.flatMap((conductor): SocketFault[] => [
      { kind: 'contact', conductor, socket },
      { kind: 'loose', conductor, socket },
    ]),
    ...swaps.map((swap): SocketFault => ({ kind: 'reversed', swap, socket })),
    { kind: 'elsewhere', socket },
    { kind: 'slipped', socket, step: 2 },
    { kind: 'slipped', socket, step: 3 },
  ];
  socketStates.set(socket, states);
  return states;
}

/** Whether a fault has a size of its own in ohm: a joint, a contact, a spur's or a bridge's line conductor. */
export const hasSize = (fault: RingFault): boolean => ['joint', 'spur', 'contact', 'bridge'].includes(fault.kind);

export type RingFit = {
  /** Line and neutral end to end (one cable: alike), and the CPC. */
  readonly live: number;
  readonly cpc: number;
  readonly size: number;
};

/** The ring as this explanation has it, with positions of a bridge's ends where it has one. */
export function shapeOf(fault: RingFault, fit: RingFit, at: readonly { readonly u: number }[]): RingShape {
  const ohms = { L: fit.live, N: fit.live, C: fit.cpc };
  switch (fault.kind) {
    case 'broken':
      return { ohms, broken: fault };
    case 'joint':
      return { ohms, joint: { conductor: fault.conductor, after: fault.after, ohms: fit.size } };
    case 'unearthed':
      return { ohms, absent: 'C' };
    case 'crossed':
    case 'crossed back':
      return { ohms, crossed: { swap: ['L', 'N'], ...fault } };
    case 'bridge': {
      const ratio = fit.cpc / fit.live;
      const of = Object.fromEntries(fault.conductors.map((c) => [c, c === 'C' ? fit.size * ratio : fit.size]));
      return { ohms, bridge: { from: at[fault.from]?.u ?? 0, to: at[fault.to]?.u ?? 1, ohms: of } };
    }
    default:
      return { ohms };
  }
}

export function linkingOf(fault: RingFault, step: 2 | 3): Linking {
  if (fault.kind !== 'same leg' && fault.kind !== 'one link' && fault.kind !== 'not linked') return 'opposite';
  if (fault.steps !== 'both' && fault.steps !== `step ${step}`) return 'opposite';
  if (fault.kind === 'not linked') return 'none';
  return fault.kind === 'same leg' ? 'same' : fault.missing === 'A' ? 'second only' : 'first only';
}
