import type { Cue } from '../core/job/kinds/hand';

/**
 * What a second device at the board shows, however its answers come in.
 *
 * 1. Every order has a number: one with a lower number than the last is late, and changes nothing.
 * 2. An order is known for three seconds after it was asked for. Not confirmed since, it is no order: stand by.
 * 3. STOP stays until an order with a higher number takes its place, linked or not.
 */
export type HandOrder = {
  readonly cue: Cue;
  readonly what: string;
  readonly at: string | null;
  /** How many orders there were, this one among them. */
  readonly number: number;
};
export type HandState = {
  readonly order: HandOrder | null;
  /** When the last answer that confirms it was asked for, by this device's own steady clock in milliseconds. */
  readonly askedAt: number;
};
/** How long an order is known after it was asked for. */
export const knownMillis = 3000;

/** Takes an answer that was asked for at a moment of this device. */
export function takeOrder(state: HandState, order: HandOrder, askedAt: number): HandState {
  if (state.order && order.number < state.order.number) return state;
  const same = state.order?.number === order.number;
  if (same && askedAt <= state.askedAt) return state;
  return { order, askedAt };
}

/** What to show at a moment: the order, or to stand by because nothing confirms it. */
export function orderAt(
  { order, askedAt }: HandState,
  now: number,
): { readonly cue: Cue; readonly what: string; readonly isLinked: boolean } {
  const age = now - askedAt;
  const isLinked = order !== null && age >= 0 && age <= knownMillis;
  if (order?.cue === 'stop') return { cue: 'stop', what: order.what, isLinked };
  return order && isLinked
    ? { cue: order.cue, what: order.what, isLinked }
    : { cue: 'stand by', what: '', isLinked: false };
}
