import * as z from 'zod';
import { protectiveConductors } from './supply';

/** What a reading was taken on. */
export const subject = z.discriminatedUnion('of', [
  z.object({ of: z.literal('supply') }),
  /** The earthing conductor, or the main bonding conductor of one service. */
  z.object({ of: z.literal('conductor'), to: z.enum(protectiveConductors) }),
  z.object({ of: z.literal('board'), id: z.uuid().toLowerCase() }),
  z.object({ of: z.literal('way'), id: z.uuid().toLowerCase() }),
  z.object({ of: z.literal('point'), id: z.uuid().toLowerCase() }),
]);
export type Subject = z.infer<typeof subject>;

/** The line conductors of a three-phase supply, and the pairs of them. */
export const lines = ['L1', 'L2', 'L3'] as const;
export const linePairs = ['L1-L2', 'L2-L3', 'L3-L1'] as const;
const phases = [...lines, ...linePairs] as const;
const word = z
  .string()
  .min(1)
  .max(24)
  .regex(/^[A-Za-z0-9][A-Za-z0-9 -]*$/, 'letters, figures, spaces and dashes');

/** What is measured: the test, between which conductors, at which step, on which phase, with what turned which way. */
export const measure = z.object({
  test: word,
  pair: word.optional(),
  step: z.number().int().min(1).max(9).optional(),
  phase: z.enum(phases).optional(),
  position: word.optional(),
});
export type Measure = Readonly<z.infer<typeof measure>>;

/** The one place in a job where readings of a measure on a subject stand together. */
export const slot = measure.extend({ on: subject });
export type Slot = Measure & { readonly on: Subject };

export type SlotKey = `${string}/${string}`;

const subjectKey = (on: Subject): string =>
  on.of === 'supply' ? 'supply' : on.of === 'conductor' ? `conductor:${on.to}` : `${on.of}:${on.id}`;

/** The one text a measure has: `ze`, `ring/2/L-N`, `insulation/L-E/over`. */
export function measureKey(measured: Measure): string {
  const known = measureKeys.get(measured);
  if (known) return known;
  const { test, step, pair, phase, position } = measured;
  const key = [test, step, pair, phase, position].filter((part) => part !== undefined).join('/');
  measureKeys.set(measured, key);
  return key;
}
const measureKeys = new WeakMap<Measure, string>();

/** The one text a slot has: its subject and its measure. */
export const slotKey = (on: Subject, measured: Measure): SlotKey => `${subjectKey(on)}/${measureKey(measured)}`;

export const keyOf = (at: Slot): SlotKey => slotKey(at.on, at);

export const sameMeasure = (one: Measure, other: Measure): boolean => measureKey(one) === measureKey(other);

/** A measure without its phase: what a definition is found by. */
export const anyPhase = ({ phase: _phase, ...rest }: Measure): Measure => rest;

export const slotAt = (on: Subject, { test, pair, step, phase, position }: Measure): Slot => ({
  on,
  test,
  ...(pair === undefined ? {} : { pair }),
  ...(step === undefined ? {} : { step }),
  ...(phase === undefined ? {} : { phase }),
  ...(position === undefined ? {} : { position }),
});
