import { z } from 'zod';
import { testIds } from '../../core/installation/measurement';
import { readingValue } from '../../core/quantity/reading-value';

/**
 * What a tester and the ledger say to each other: JSON messages over a WebSocket (RFC 6455), one message a frame.
 *
 *   tester                          ledger
 *     hello  ───────────────────────▶        who I am
 *            ◀─────────────────────  measure  the probes are here: take this
 *     reading ──────────────────────▶        kept by the tester until
 *            ◀─────────────────────  received it is acknowledged by its sequence
 *
 * After a lost link the tester says hello again and sends every reading not yet acknowledged; a reading's id makes it
 * count once, however often it is sent. A reading taken at the tester itself has no request.
 */
export const testerFormat = 'orange-ledger/tester/1';
const text = z.string().min(1).max(120);

export const hello = z.object({ format: z.literal(testerFormat), type: z.literal('hello'), instrument: z.object({ name: text, serial: text, calibratedOn: z.iso.date().nullable() }) });
export const reading = z.object({
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
});
export const refusal = z.object({ format: z.literal(testerFormat), type: z.literal('refusal'), request: z.uuid(), why: z.string().max(300) });
export const fromTester = z.discriminatedUnion('type', [hello, reading, refusal]);
export type FromTester = z.infer<typeof fromTester>;
export type TesterReading = z.infer<typeof reading>;

export const measure = z.object({
  format: z.literal(testerFormat),
  type: z.literal('measure'),
  request: z.uuid(),
  test: z.enum(testIds),
  /** Where the probes are: a way of the board, a point of it by name; neither at the origin. */
  way: z.number().int().min(1).max(99).nullable(),
  point: z.string().max(200).nullable(),
  testVolts: z.number().positive().max(1000).nullable(),
});
export const received = z.object({ format: z.literal(testerFormat), type: z.literal('received'), sequence: z.number().int().min(1) });
export const toTester = z.discriminatedUnion('type', [measure, received]);
export type ToTester = z.infer<typeof toTester>;
export type Measure = z.infer<typeof measure>;
