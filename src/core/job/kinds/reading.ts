import * as z from 'zod';
import { slot, keyOf } from '../../installation/slot';
import { line } from '../../installation/text';
import type { Recorded } from '../../ledger/entry';
import { unchanged } from '../../ledger/kind';
import { readingValue } from '../../quantity/reading-value';
import { formerSlot } from '../former-tests';
import type { Job } from '../job';
import { jobKind } from '../kind';
import { whyNoBoard } from './board';
import { whyNoPoint } from './point';
import { whyNoWay } from './way';

export const hows = ['measured', 'calculated', 'enquiry'] as const;
export type How = (typeof hows)[number];

/** How a loop was read: by a high current over two leads, or by one too small to trip an RCD. */
export const loopMethods = ['two-lead', 'no-trip'] as const;
export type LoopMethod = (typeof loopMethods)[number];
export const loopMethodWords: Record<LoopMethod, string> = { 'two-lead': 'high current', 'no-trip': 'no-trip' };

const readingTaken = z.object({
  slot,
  value: readingValue,
  how: z.enum(hows),
  reason: line.nullable(),
  instrumentId: z.uuid().toLowerCase().nullable(),
  leadNullOhms: z.string().max(12).nullable(),
  /** Whether the resistance of the leads was taken off what the instrument showed. */
  leadsTakenOff: z.literal(true).optional(),
  testVolts: z.number().positive().max(1000).nullable(),
  /** The isolation in force when a dead test was made, or why there was none. */
  isolationId: z.uuid().toLowerCase().nullable(),
  isolationWhy: line.nullable(),
  /** What could not be disconnected for it. */
  connected: line.nullable(),
  method: z.enum(loopMethods).optional(),
});
export type ReadingTaken = z.infer<typeof readingTaken>;

const keys = new WeakMap<Recorded<ReadingTaken>, ReturnType<typeof keyOf>>();

/** The slot of a reading as text, worked out once: entries never change, and are folded again and again. */
function keyOfReading(entry: Recorded<ReadingTaken>) {
  const known = keys.get(entry);
  if (known) return known;
  const key = keyOf(entry.body.slot);
  keys.set(entry, key);
  return key;
}

/** Why nothing can be measured there in this job; null where it can. */
export function whyNoSubject(job: Job, { on }: ReadingTaken['slot']): string | null {
  switch (on.of) {
    case 'supply':
    case 'conductor':
      return null;
    case 'board':
      return whyNoBoard(job, on.id);
    case 'way':
      return whyNoWay(job, on.id);
    case 'point':
      return whyNoPoint(job, on.id);
    default: {
      const never: never = on;
      return never;
    }
  }
}

export const taken = jobKind({
  body: readingTaken,
  versions: [
    {
      name: 'belongs to an isolation',
      upcast: (body) => ({ isolationId: null, isolationWhy: null, ...((body ?? {}) as object) }),
    },
    { name: 'says what stayed connected', upcast: (body) => ({ connected: null, ...((body ?? {}) as object) }) },
    {
      name: 'its slot is data',
      upcast: (body) => {
        const { on, test, ...rest } = (body ?? {}) as Record<string, unknown>;
        return { slot: formerSlot(on, test), ...rest };
      },
    },
    unchanged('may be under range'),
    unchanged('may have its leads taken off'),
    unchanged('may say how a loop was read'),
  ],
  touches: ['readings'],
  keepsStruck: true,
  apply(job, entry, struck) {
    const key = keyOfReading(entry);
    job.readings.set(key, [...(job.readings.get(key) ?? []), { entry, struck }]);
  },
  mark(job, entry, struck) {
    const key = keyOfReading(entry);
    const marked = (job.readings.get(key) ?? []).map((each) => (each.entry.id === entry.id ? { entry, struck } : each));
    job.readings.set(key, marked);
  },
  numbered(job, entry) {
    const key = keyOfReading(entry);
    const held = job.readings.get(key) ?? [];
    job.readings.set(
      key,
      held.map((each) => (each.entry.id === entry.id ? { ...each, entry } : each)),
    );
  },
  admit(job, body, { lists }) {
    const definition = lists.tests.of(body.slot);
    if (!definition) return lists.tests.whyNot(body.slot);
    const wrong = lists.tests.misfit(body.value, definition);
    if (wrong) return wrong;
    if (body.instrumentId !== null && !job.instruments.has(body.instrumentId))
      return 'That instrument has not been brought to this job.';
    if (body.isolationId !== null && !job.isolations.some(({ begun }) => begun.isolationId === body.isolationId))
      return 'There is no such isolation record.';
    return whyNoSubject(job, body.slot);
  },
});
