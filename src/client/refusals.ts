import { jobStream } from '../core/catalogue';
import type { JobView } from '../core/job/view';
import { nameOfSlot } from '../core/job/slot-name';
import { showValue } from '../core/quantity/reading-value';
import { sayEntry } from '../core/words/entry';
import type { Outgoing } from './on-this-device';

/** What the ledger did not take, for a person to read: why, and what it was; of a job, with its readings by their names. */
export const refusalsOf = (refused: readonly Outgoing[], view?: JobView) =>
  refused.map(({ draft, refused: reason }) => ({
    id: draft.id,
    reason: reason ?? '',
    kept: (view && readingSaid(view, draft)) ?? sayEntry(draft.kind, draft.body),
  }));

function readingSaid(view: JobView, raw: unknown): string | null {
  const read = jobStream.readDraft(raw);
  if (!read.ok || read.value.kind !== 'reading.taken') return null;
  const { slot, value, reason } = read.value.body;
  return `${nameOfSlot(view, slot)}: ${showValue(value)}${reason ? `, ${reason}` : ''}.`;
}
