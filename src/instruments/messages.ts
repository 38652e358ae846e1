import * as z from 'zod';
import { measure as measured } from '../core/installation/slot';
import { protectiveConductors } from '../core/installation/supply';
import { loopMethods } from '../core/job/kinds/reading';
import { readingValue } from '../core/quantity/reading-value';

/**
 * What a tester and the ledger say to each other: JSON messages over a WebSocket (RFC 6455), one message a frame.
 *
 *   tester                          ledger
 *     hello  ───────────────────────▶        who I am
 *            ◀─────────────────────  measure  the probes are here: take this
 *     reading ──────────────────────▶        kept by the tester until
 *            ◀─────────────────────  received it is acknowledged by its sequence
 *            ◀─────────────────────  stands   these ways are off, as far as the ledger knows
 *
 * After a lost link the tester says hello again and sends every reading not yet acknowledged; a reading's id makes it
 * count once, however often it is sent. A reading taken at the tester itself has no request.
 */
export const testerFormat = 'orange-ledger/tester/3';
const text = z.string().min(1).max(120);

const hello = z.object({
  format: z.literal(testerFormat),
  type: z.literal('hello'),
  instrument: z.object({ name: text, serial: text, calibratedOn: z.iso.date().nullable() }),
});
/** Ways that went dead with the test, by number. */
const tripped = z.array(z.number().int().min(1).max(99)).max(99).default([]);
const reading = z.object({
  format: z.literal(testerFormat),
  type: z.literal('reading'),
  id: z.uuid(),
  sequence: z.number().int().min(1),
  request: z.uuid().nullable(),
  takenAt: z.iso.datetime(),
  value: readingValue,
  testVolts: z.number().positive().max(1000).nullable(),
  /** What the leads were nulled at, in ohm. */
  leadNullOhms: z.string().max(12).nullable(),
  /** What the same press showed beside it. */
  also: z
    .array(z.object({ measure: measured, value: readingValue }))
    .max(8)
    .default([]),
  tripped,
});
const refusal = z.object({
  format: z.literal(testerFormat),
  type: z.literal('refusal'),
  request: z.uuid(),
  why: z.string().max(300),
  tripped,
});
export const fromTester = z.discriminatedUnion('type', [hello, reading, refusal]);
export type FromTester = z.infer<typeof fromTester>;
export type TesterReading = z.infer<typeof reading>;

/** Where the probes are, as a person at the board would say it. */
export const where = z.discriminatedUnion('of', [
  z.object({ of: z.literal('supply') }),
  z.object({ of: z.literal('conductor'), to: z.enum(protectiveConductors) }),
  z.object({ of: z.literal('board') }),
  z.object({ of: z.literal('way'), way: z.number().int().min(1).max(99) }),
  z.object({ of: z.literal('point'), way: z.number().int().min(1).max(99), point: z.string().max(200) }),
]);
export type Where = z.infer<typeof where>;

const request = z.object({
  format: z.literal(testerFormat),
  type: z.literal('measure'),
  request: z.uuid(),
  /** What to measure: the test, between which conductors, at which step, with what turned which way. */
  measure: measured,
  where,
  testVolts: z.number().positive().max(1000).nullable(),
  method: z.enum(loopMethods).optional(),
});
const stands = z.object({
  format: z.literal(testerFormat),
  type: z.literal('stands'),
  off: z.array(z.number().int().min(1).max(99)).max(99),
});
const received = z.object({
  format: z.literal(testerFormat),
  type: z.literal('received'),
  sequence: z.number().int().min(1),
});
export const toTester = z.discriminatedUnion('type', [request, received, stands]);
export type ToTester = z.infer<typeof toTester>;
export type TesterRequest = z.infer<typeof request>;
