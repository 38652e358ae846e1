import type { IsolationRecord, Link } from '../isolation/isolation';
import type { Board } from '../installation/board';
import type { SlotKey, Subject } from '../installation/measurement';
import type { Point } from '../installation/point';
import type { Supply } from '../installation/supply';
import type { Way } from '../installation/way';
import type { Entry, EntryOf } from './entry';
import type { BodyOf, DeclarationRole } from './kinds';

/** A strike and the entry that made it. */
export type Strike = { readonly by: EntryOf<'entry.struck'>; readonly why: string };

/** A reading with its strike, if it was struck: struck readings stay beside the one that stands. */
export type Reading = { readonly entry: EntryOf<'reading.taken'>; readonly struck: Strike | null };

export type Observation = BodyOf<'observation.noted'>['fields'] & {
  readonly id: string;
  readonly number: number;
  readonly entryId: string;
};

/** A repair, and the readings that stood before it and are to be taken again. */
export type Repair = BodyOf<'repair.made'> & { readonly madeAt: string; readonly stale: ReadonlySet<string> };

export type Limitation = BodyOf<'limitation.noted'> & { readonly entryId: string };

export type Signature = {
  readonly role: DeclarationRole;
  readonly entry: EntryOf<'declaration.signed'>;
  /** False once anything was recorded after it: a signature covers what stood when it was made. */
  readonly inForce: boolean;
};

/** A job as it stands: the fold of its entries and nothing else. */
export type Job = {
  readonly opened: EntryOf<'job.opened'> | null;
  readonly client: BodyOf<'client.named'>;
  readonly site: BodyOf<'site.described'>;
  readonly brief: BodyOf<'brief.agreed'>;
  readonly instruments: ReadonlyMap<string, BodyOf<'instrument.brought'>>;
  readonly supply: Supply;
  readonly boards: ReadonlyMap<string, Board>;
  /** In the order of board and way number. */
  readonly ways: ReadonlyMap<string, Way>;
  readonly points: ReadonlyMap<string, Point>;
  readonly readings: ReadonlyMap<SlotKey, readonly Reading[]>;
  readonly isolations: readonly IsolationRecord[];
  readonly links: readonly Link[];
  readonly repairs: readonly Repair[];
  readonly items: ReadonlyMap<string, EntryOf<'item.marked'>>;
  readonly limitations: readonly Limitation[];
  readonly observations: readonly Observation[];
  readonly overruled: EntryOf<'assessment.overruled'> | null;
  readonly summary: string | null;
  readonly comeBack: BodyOf<'return.recommended'> | null;
  readonly limits: ReadonlyMap<SlotKey, EntryOf<'limit.overridden'>>;
  readonly signatures: readonly Signature[];
  readonly issued: EntryOf<'document.issued'> | null;
  /** Every entry by its id, struck or not. */
  readonly entries: ReadonlyMap<string, Entry>;
  readonly strikes: ReadonlyMap<string, Strike>;
};

export const waysOf = (job: Job, boardId: string): Way[] => [...job.ways.values()].filter((way) => way.boardId === boardId);

/** The way a reading concerns: its own, or its point's. */
export const wayOfSubject = (job: Job, on: Subject): Way | undefined => (on.of === 'way' ? job.ways.get(on.id) : on.of === 'point' ? job.ways.get(job.points.get(on.id)?.wayId ?? '') : undefined);

/** A way's points in their order along the cable. */
export function pointsOf(job: Job, wayId: string): readonly Point[] {
  let byWay = pointsByWay.get(job.points);
  if (!byWay) {
    byWay = new Map();
    for (const point of [...job.points.values()].filter((each) => !each.unplaced).sort((a, b) => a.order - b.order)) byWay.set(point.wayId, [...(byWay.get(point.wayId) ?? []), point]);
    pointsByWay.set(job.points, byWay);
  }
  return byWay.get(wayId) ?? [];
}
const pointsByWay = new WeakMap<Job['points'], Map<string, Point[]>>();

/** Points that answered on no circuit so far. */
export const unplacedPoints = (job: Job): Point[] => [...job.points.values()].filter((point) => point.unplaced);

/** Readings that were not struck, oldest first. */
export const standing = (readings: readonly Reading[] | undefined): EntryOf<'reading.taken'>[] =>
  (readings ?? []).filter((reading) => !reading.struck).map((reading) => reading.entry);
