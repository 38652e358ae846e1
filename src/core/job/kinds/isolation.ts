import * as z from 'zod';
import { subject } from '../../installation/slot';
import { line } from '../../installation/text';
import type { Job } from '../job';
import { jobKind } from '../kind';
import { someReading } from '../standing';
import { setDevice } from './switched';

const isolationId = z.uuid().toLowerCase();

export const isolationBegun = z.object({
  isolationId,
  scope: subject,
  permission: line.min(1),
  told: line.nullable(),
  device: line.min(1),
  lockable: z.boolean(),
  doublePole: z.boolean(),
  lock: line.nullable(),
  notice: z.boolean(),
  indicatorId: z.uuid().toLowerCase().nullable(),
  provingUnit: line.min(1),
  phases: z.enum(['single', 'three']),
});
const isolationRead = z.object({
  isolationId,
  step: z.enum(['prove', 'test', 're-prove']),
  pair: line.nullable(),
  place: line.nullable(),
  volts: z.number().min(0).max(1000),
});
const isolationEnded = z.object({
  isolationId,
  why: z.enum(['restored', 'left site', 'long break', 'covers back on', 'other']),
  note: line.nullable(),
});
export type IsolationBegun = z.infer<typeof isolationBegun>;
export type IsolationRead = z.infer<typeof isolationRead>;
type IsolationEnded = z.infer<typeof isolationEnded>;

export type IsolationRecord = {
  readonly begun: IsolationBegun;
  readonly begunAt: string;
  readonly reads: readonly (IsolationRead & { readonly at: string })[];
  readonly ended: (IsolationEnded & { readonly at: string }) | null;
};

const recordOf = (job: Job, id: string) => job.isolations.find(({ begun }) => begun.isolationId === id);

function whyNotOpen(job: Job, id: string): string | null {
  const record = recordOf(job, id);
  if (!record) return 'There is no such isolation record.';
  return record.ended ? 'That isolation has ended. Start a new one.' : null;
}

const changed = (
  records: readonly IsolationRecord[],
  id: string,
  change: Partial<IsolationRecord> | ((record: IsolationRecord) => Partial<IsolationRecord>),
) =>
  records.map((record) =>
    record.begun.isolationId === id
      ? { ...record, ...(typeof change === 'function' ? change(record) : change) }
      : record,
  );

export const isolationBegins = jobKind({
  body: isolationBegun,
  touches: ['isolations', 'switched'],
  apply(job, { body, madeAt }) {
    job.isolations.push({ begun: body, begunAt: madeAt, reads: [], ended: null });
    const { scope } = body;
    if (scope.of === 'point' || scope.of === 'conductor') return;
    setDevice(job, scope, body.lock ? 'locked' : 'off', madeAt);
  },
  admit: (job, body) => (recordOf(job, body.isolationId) ? 'That isolation record is there already.' : null),
  strike: (job, { body }) =>
    someReading(job, ({ isolationId }) => isolationId === body.isolationId)
      ? 'Readings were taken under this isolation. Remove those first.'
      : null,
});

export const isolationReads = jobKind({
  body: isolationRead,
  apply(job, { body, madeAt }) {
    job.isolations = changed(job.isolations, body.isolationId, ({ reads }) => ({
      reads: [...reads, { ...body, at: madeAt }],
    }));
  },
  admit: (job, body) => whyNotOpen(job, body.isolationId),
});

export const isolationEnds = jobKind({
  body: isolationEnded,
  touches: ['switched'],
  apply(job, { body, madeAt }) {
    const scope = recordOf(job, body.isolationId)?.begun.scope;
    // A circuit or a board is put back as its isolation ends; the whole goes live in a step of its own.
    if (body.why === 'restored' && (scope?.of === 'way' || scope?.of === 'board')) setDevice(job, scope, 'on', madeAt);
    job.isolations = changed(job.isolations, body.isolationId, { ended: { ...body, at: madeAt } });
  },
  admit: (job, body) => whyNotOpen(job, body.isolationId),
});
