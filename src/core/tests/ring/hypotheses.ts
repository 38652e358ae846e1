import type { ConductorPair, Linking, RingConductor, RingShape } from './ring-model';
import { ringConductors } from './ring-model';

/** Something that may be wrong with a ring, or with how it was linked up. Places count sockets from end A. */
export type RingFault =
  | { readonly kind: 'healthy' }
  | { readonly kind: 'same leg'; readonly steps: 'both' | 'step 2' | 'step 3' }
  | { readonly kind: 'one link'; readonly steps: 'both' | 'step 2' | 'step 3'; readonly missing: 'A' | 'B' }
  | { readonly kind: 'broken'; readonly conductors: readonly RingConductor[]; readonly after: number }
  | { readonly kind: 'joint'; readonly conductor: RingConductor; readonly after: number }
  | { readonly kind: 'spur'; readonly socket: number }
  | { readonly kind: 'contact'; readonly conductor: RingConductor; readonly socket: number }
  | { readonly kind: 'loose'; readonly conductor: RingConductor; readonly socket: number }
  | { readonly kind: 'reversed'; readonly swap: ConductorPair; readonly socket: number }
  | { readonly kind: 'crossed'; readonly swap: ConductorPair; readonly after: number }
  | { readonly kind: 'crossed back'; readonly after: number; readonly until: number }
  | {
      readonly kind: 'bridge';
      readonly from: number;
      readonly to: number;
      readonly conductors: readonly RingConductor[];
    };
export type RingFaultKind = RingFault['kind'];

/** How much each kind weighs before any reading, against one another. A sound ring weighs most: calling it faulty costs an afternoon. */
export const usual: Readonly<Record<RingFaultKind, number>> = {
  healthy: 2,
  'same leg': 0.05,
  'one link': 0.03,
  broken: 0.07,
  joint: 0.07,
  spur: 0.09,
  contact: 0.05,
  loose: 0.02,
  reversed: 0.04,
  crossed: 0.02,
  'crossed back': 0.01,
  bridge: 0.06,
};

const swaps: readonly ConductorPair[] = [
  ['L', 'N'],
  ['L', 'C'],
  ['N', 'C'],
];

/** Every explanation worth weighing for a ring of so many sockets, bridges apart: there are too many of them. */
export function hypotheses(sockets: number): RingFault[] {
  const sections = Array.from({ length: sockets + 1 }, (_, after) => after);
  const places = Array.from({ length: sockets }, (_, socket) => socket);
  const steps = ['both', 'step 2', 'step 3'] as const;
  return [
    { kind: 'healthy' },
    ...steps.map((which): RingFault => ({ kind: 'same leg', steps: which })),
    ...steps.flatMap((which) =>
      (['A', 'B'] as const).map((missing): RingFault => ({ kind: 'one link', steps: which, missing })),
    ),
    ...sections.flatMap((after): RingFault[] => [
      ...ringConductors.map((c): RingFault => ({ kind: 'broken', conductors: [c], after })),
      { kind: 'broken', conductors: [...ringConductors], after },
      ...ringConductors.map((conductor): RingFault => ({ kind: 'joint', conductor, after })),
      ...swaps.map((swap): RingFault => ({ kind: 'crossed', swap, after })),
    ]),
    ...places.flatMap((socket): RingFault[] => [
      { kind: 'spur', socket },
      ...ringConductors.flatMap((conductor): RingFault[] => [
        { kind: 'contact', conductor, socket },
        { kind: 'loose', conductor, socket },
      ]),
      ...swaps.map((swap): RingFault => ({ kind: 'reversed', swap, socket })),
    ]),
    ...places.flatMap((after) =>
      places.filter((until) => until > after + 1).map((until): RingFault => ({ kind: 'crossed back', after, until })),
    ),
  ];
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
  if (fault.kind !== 'same leg' && fault.kind !== 'one link') return 'opposite';
  if (fault.steps !== 'both' && fault.steps !== `step ${step}`) return 'opposite';
  return fault.kind === 'same leg' ? 'same' : fault.missing === 'A' ? 'second only' : 'first only';
}

/** What sits between a socket's contacts and the ring. */
export function extraOf(
  fault: RingFault,
  fit: RingFit,
  socket: number,
): Partial<Record<RingConductor, number>> | undefined {
  if (!('socket' in fault) || fault.socket !== socket) return undefined;
  if (fault.kind === 'spur') return { L: fit.size, N: fit.size, C: (fit.size * fit.cpc) / fit.live };
  if (fault.kind === 'contact') return { [fault.conductor]: fit.size };
  if (fault.kind === 'loose') return { [fault.conductor]: Infinity };
  return undefined;
}
