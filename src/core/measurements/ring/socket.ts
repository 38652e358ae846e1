import type { Evidence, Observed } from './evidence';
import type { Meters } from './fit';
import { type RingFit, type SocketFault, socketHypotheses, usual } from './hypotheses';
import type { SocketAt } from './ring-model';

/** What one socket is by itself on a ring that is as an explanation has it. */
export type SocketWeighed = {
  /** Where it is, as a share of the ring. */
  readonly u: number;
  /** Twice the belief it costs: its squared misfits in standard deviations, and twice the price of its state. */
  readonly misfit: number;
  /** Null: as the ring is. */
  readonly state: SocketFault | null;
  /** Of a spur's line conductor, or of a contact, in ohm. */
  readonly size: number;
  /** Its squared misfits alone, in standard deviations. */
  readonly squares: number;
  /** What else it may be, with what that costs. */
  readonly others: readonly { readonly state: SocketFault | null; readonly size: number; readonly misfit: number }[];
};

/** Misfit below which a socket is believed to be as the ring is, whatever else would fit it too. */
const soundEnough = 7;
/** What the cheapest thing wrong with a socket costs: a socket that does not fit costs no more, whatever it is. */
export const leastForSomething = 14;
/** Misfit of a reading that is open where a figure was expected, or the other way round. */
const openMisfit = 50;
/** A free size: the share of its range that the readings leave. */
const sizePrice = 2;
/** A contact or a spur below this is none, in ohm. */
const leastOf = { contact: 0.12, spur: 0.03 } as const;

type Asked = {
  readonly socket: number;
  readonly list: readonly Observed[];
  readonly meters: Meters;
  readonly index: number;
  readonly fit: RingFit;
  readonly placed: { readonly u: number; readonly misfit: number };
  /** Where it is expected, where its own readings are not to be trusted with saying so; null where nobody knows. */
  readonly home: number | null;
  readonly evidence: Evidence;
  /** The state it is taken to be in while the ring is fitted; undefined to weigh them all. */
  readonly held?: SocketFault | null;
};

/** Weighs one socket: as the ring is, or as whatever explains its readings better for what that costs. */
export function weighSocket({ socket, list, meters, index, fit, placed, home, evidence, held }: Asked): SocketWeighed {
  const isUnstable = evidence.unstable.has(socket);
  const soundSquares = () => misfitOf(list, (o) => meters[o.step].read({ index, u: placed.u, w: placed.u }, o.pair), 0);
  const sound = { state: null, size: 0, misfit: placed.misfit + (isUnstable ? 4 : 0) };
  if (held === null)
    return { ...sound, misfit: Math.min(sound.misfit, leastForSomething), u: placed.u, squares: 0, others: [] };
  if (placed.misfit < soundEnough && !isUnstable && !held)
    return { ...sound, u: placed.u, squares: soundSquares(), others: [] };
  const u = home ?? placed.u;
  const at = (swap?: SocketAt['swap']): SocketAt => ({ index, u, w: u, ...(swap && { swap }) });
  const plain = list.map((o) => meters[o.step].read(at(), o.pair));
  const unit = fit.cpc / fit.live;
  const weigh = (state: SocketFault): { state: SocketFault; size: number; misfit: number } => {
    const price = 2 * priceOf(state, isUnstable);
    switch (state.kind) {
      case 'spur':
        return { state, ...sized(list, plain, (pair) => partOf(pair, { L: 1, N: 1, C: unit }), price, leastOf.spur) };
      case 'contact':
        return {
          state,
          ...sized(list, plain, (pair) => Number(pair.includes(state.conductor)), price, leastOf.contact),
        };
      case 'loose':
        return {
          state,
          size: 0,
          misfit: price + misfitOf(list, (o, i) => (o.pair.includes(state.conductor) ? null : (plain[i] ?? null))),
        };
      case 'elsewhere':
        return { state, size: 0, misfit: price + misfitOf(list, () => null) };
      case 'reversed': {
        const swapped = at(state.swap);
        return { state, size: 0, misfit: price + misfitOf(list, (o) => meters[o.step].read(swapped, o.pair)) };
      }
      case 'slipped':
        return { state, size: 0, misfit: price + slippedMisfit(list, plain, state.step) };
    }
  };
  if (held) {
    const { size, misfit } = weigh(held);
    return { u, state: held, size, misfit, squares: 0, others: [] };
  }
  const all = [sound, ...socketHypotheses(socket).map(weigh)].sort((a, b) => a.misfit - b.misfit);
  const [best = sound, ...others] = all;
  return {
    ...best,
    u: best.state === null ? placed.u : u,
    // A state with a size of its own fits one reading by it: what is left is what the others scatter.
    squares:
      best.state === null
        ? soundSquares()
        : Math.min(best.misfit - 2 * priceOf(best.state, isUnstable), 2 * list.length),
    others: others.filter(({ misfit }) => misfit < best.misfit + 14),
  };
}

function priceOf(state: SocketFault, isUnstable: boolean): number {
  const price = -Math.log(usual[state.kind]) + (state.kind === 'spur' || state.kind === 'contact' ? sizePrice : 0);
  return isUnstable ? price + (state.kind === 'contact' ? -7 : 2) : price;
}

const partOf = (pair: Observed['pair'], of: Readonly<Record<'L' | 'N' | 'C', number>>): number =>
  of[pair[0]] + of[pair[1]];

function misfitOf(
  list: readonly Observed[],
  predicted: (o: Observed, i: number) => number | null,
  open = openMisfit,
): number {
  let sum = 0;
  for (let i = 0; i < list.length; i += 1) {
    const o = list[i] as Observed;
    const value = predicted(o, i);
    sum += value === null || o.value === null ? (value === o.value ? 0 : open) : ((value - o.value) / o.sigma) ** 2;
  }
  return sum;
}

/** With one free size that adds so many times itself to each reading: the size that fits best, and what is left. */
function sized(
  list: readonly Observed[],
  plain: readonly (number | null)[],
  times: (pair: Observed['pair']) => number,
  price: number,
  least: number,
): { size: number; misfit: number } {
  let xx = 0;
  let xy = 0;
  for (let i = 0; i < list.length; i += 1) {
    const o = list[i] as Observed;
    const base = plain[i] ?? null;
    if (o.value === null || base === null) continue;
    const x = times(o.pair) / o.sigma;
    xx += x * x;
    xy += (x * (o.value - base)) / o.sigma;
  }
  const size = xx === 0 ? 0 : xy / xx;
  if (size <= 0) return { size: 0, misfit: Infinity };
  const small = size < least ? ((least - size) / 0.012) ** 2 : 0;
  const misfit = misfitOf(list, (o, i) => {
    const base = plain[i] ?? null;
    return base === null ? null : base + size * times(o.pair);
  });
  return { size, misfit: price + misfit + 2 * small };
}

/** With the reading of one step a tenth or ten times of what stood on the instrument. */
function slippedMisfit(list: readonly Observed[], plain: readonly (number | null)[], step: 2 | 3): number {
  const own = list.findIndex(
    (o) => o.step === step && o.value !== null && o.pair[0] === 'L' && o.pair[1] === (step === 2 ? 'N' : 'C'),
  );
  if (own < 0) return Infinity;
  return Math.min(
    ...[10, 0.1].map((times) =>
      misfitOf(
        list.map((o, i) =>
          i === own && o.value !== null ? { ...o, value: o.value * times, sigma: Math.max(o.sigma, 0.005 * times) } : o,
        ),
        (_, i) => plain[i] ?? null,
      ),
    ),
  );
}
