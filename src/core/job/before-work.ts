import type { DocumentDefinition } from './document-definition';
import { type Slot, type SlotKey, type Subject, slotAt } from '../installation/slot';
import { governingOf } from './governing';
import { type Job, type Reading, wayOfSubject } from './job';
import type { JobDocument } from './kinds/document';
import type { EarlierVisit } from './kinds/earlier';
import type { TestList } from './test-list';

/** Readings the work of a certificate puts out of date: on which circuits, and why they are due again. */
export type OutOfDate = { readonly wayIds: ReadonlySet<string>; readonly why: string };

/**
 * A job as the certificate of a work sees it. What was read of a circuit before that circuit was altered, renewed or put on
 * a new board says nothing of it now: such readings are earlier ones, shown beside cells that are empty. Supply, earthing
 * and bonding stay as they were read. Nothing is out of date in a report, which is of what exists.
 */
export function jobAfterWork(
  job: Job,
  document: JobDocument,
  about: DocumentDefinition['about'],
  tests: TestList,
): { readonly job: Job; readonly outOfDate: OutOfDate | null } {
  if (about !== 'works' || document.earlierReadings.size === 0) return { job, outOfDate: null };
  const known = seen.get(job)?.get(document);
  if (known) return known;
  const made = afterWork(job, document, tests);
  const byDocument = seen.get(job) ?? new WeakMap();
  byDocument.set(document, made);
  seen.set(job, byDocument);
  return made;
}
type Seen = { readonly job: Job; readonly outOfDate: OutOfDate | null };
const seen = new WeakMap<Job, WeakMap<JobDocument, Seen>>();

function afterWork(job: Job, document: JobDocument, tests: TestList): Seen {
  const { wayIds, nature } = document.works;
  const newBoard = nature === 'board change' || nature === 'new';
  const boards = new Set(
    [...job.ways.values()].flatMap((way) => (!wayIds || wayIds.includes(way.id) ? [way.boardId] : [])),
  );
  const touched = (on: Subject): boolean => {
    if (on.of === 'board') return newBoard && boards.has(on.id);
    const way = wayOfSubject(job, on);
    return way !== undefined && (newBoard ? boards.has(way.boardId) : !wayIds || wayIds.includes(way.id));
  };
  const readings = new Map<SlotKey, readonly Reading[]>();
  const touchedWays = new Set<string>();
  const slots: Slot[] = [];
  for (const [key, all] of job.readings) {
    const on = all[0]?.entry.body.slot.on;
    const kept = on && touched(on) ? all.filter(({ entry }) => !document.earlierReadings.has(entry.id)) : all;
    if (kept.length > 0) readings.set(key, kept);
    const gone =
      kept.length < all.length && all.some(({ entry, struck }) => !struck && document.earlierReadings.has(entry.id));
    const slot = all[0]?.entry.body.slot;
    if (!gone || !slot) continue;
    slots.push(slot);
    const way = wayOfSubject(job, slot.on);
    if (way) touchedWays.add(way.id);
  }
  if (slots.length === 0) return { job, outOfDate: null };
  const before = { job, tests };
  const results = slots.flatMap((slot): EarlierVisit['results'] => {
    const value = governingOf(before, slot)?.body.value;
    return value ? [{ slot: slotAt(slot.on, slot), value }] : [];
  });
  const visit: EarlierVisit = {
    jobId: document.id,
    reference: 'before this work',
    on: null,
    number: null,
    results: results.slice(0, 2000),
  };
  const why = newBoard ? 'its board is new: every circuit on it was connected again' : 'the work altered it';
  return {
    job: { ...job, readings, earlier: [visit, ...job.earlier] },
    outOfDate: { wayIds: touchedWays, why },
  };
}
