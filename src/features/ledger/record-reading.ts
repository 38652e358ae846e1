import { z } from 'zod';
import { isolationFor } from '../../core/isolation/isolation';
import { type Subject, type TestId, isDeadTest, measurementOf, slotKey } from '../../core/installation/measurement';
import { type Job, standing, wayOfSubject } from '../../core/ledger/job';
import { type ReadingValue, showValue } from '../../core/quantity/reading-value';
import type { NewEntry } from './job-store';

/** What the person holds while taking readings, as this device keeps it. */
export const inHandSchema = z.object({
  instrumentId: z.string().nullable().default(null),
  leadNullOhms: z.string().nullable().default(null),
  testVolts: z.number().nullable().default(null),
  /** Why dead tests are made with no isolation record in force. */
  isolationWhy: z.string().nullable().default(null),
  /** When the leads were nulled, and with which instrument. */
  nulledAt: z.string().nullable().default(null),
  /** What could not be disconnected for insulation tests, by circuit; empty where nothing was. */
  connected: z.record(z.string(), z.string()).default({}),
});
export type InHand = Readonly<z.infer<typeof inHandSchema>>;

export const emptyHanded: InHand = inHandSchema.parse({});

/** The isolation a reading on a subject belongs to now, or why there is none. */
export function isolationOf(job: Job, on: Subject) {
  const way = wayOfSubject(job, on);
  return isolationFor(job.isolations, way ? { of: 'way', id: way.id } : on, way?.boardId ?? null);
}

type Taken = { readonly value: ReadingValue; readonly reason: string | null; readonly how?: 'measured' | 'calculated' | 'enquiry' };

/** The entries of one reading: whatever stands in its place is struck, then the new one stands beside it. */
export function readingEntries(job: Job, on: Subject, test: TestId, taken: Taken, inHand: InHand): NewEntry[] {
  const before = standing(job.readings.get(slotKey(on, test)));
  const { spec } = measurementOf(test);
  const isFigure = taken.value.is !== 'not-taken' && spec.takes === 'figure';
  const unit = spec.takes === 'figure' ? spec.unit : null;
  const strikes = before.map((entry): NewEntry => ({
    kind: 'entry.struck',
    body: { entryId: entry.id, why: `Corrected to ${showValue(taken.value)}` },
  }));
  const isolation = taken.value.is !== 'not-taken' && isDeadTest(test) ? isolationOf(job, on) : null;
  const isolationId = isolation && 'isolationId' in isolation ? isolation.isolationId : null;
  const isInsulation = isFigure && unit === 'megohm';
  const isContinuity = unit === 'ohm' && spec.takes === 'figure' && spec.mayBeOpen;
  return [
    ...strikes,
    {
      kind: 'reading.taken',
      body: {
        on,
        test,
        value: taken.value,
        how: taken.how ?? 'measured',
        reason: taken.reason,
        instrumentId: isFigure ? inHand.instrumentId : null,
        leadNullOhms: isFigure && isContinuity ? inHand.leadNullOhms : null,
        testVolts: isInsulation ? inHand.testVolts : null,
        isolationId,
        isolationWhy: isolation && !isolationId ? inHand.isolationWhy : null,
        connected: isInsulation ? inHand.connected[wayOfSubject(job, on)?.id ?? ''] || null : null,
      },
    },
  ];
}

/** Strikes what stands in a slot, leaving it empty. */
export const clearEntries = (job: Job, on: Subject, test: TestId): NewEntry[] =>
  standing(job.readings.get(slotKey(on, test))).map((entry) => ({ kind: 'entry.struck', body: { entryId: entry.id, why: 'Cleared' } }));
