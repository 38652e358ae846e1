import type { IsolationRecord, Link } from '../isolation/isolation';
import type { Board } from '../installation/board';
import { type SlotKey, placeInOrder, slotKey, testOrder } from '../installation/measurement';
import type { Point } from '../installation/point';
import type { Way } from '../installation/way';
import type { Entry, EntryOf } from './entry';
import type { Job, Limitation, Observation, Reading, Repair, Signature, Strike } from './job';
import type { BodyOf } from './kinds';

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/**
 * The job as its entries make it: the only place current state is made.
 *
 * Invariants:
 * 1. Entries apply in ledger order; those the ledger has not numbered yet come last, in the order given.
 * 2. The same entry twice is the same as once.
 * 3. A struck entry does not apply; a strike that is itself struck does not strike.
 * 4. Struck readings are kept beside those that stand.
 */
export function fold(entries: readonly Entry[]): Job {
  const byId = inOrder(entries);
  const ordered = [...byId.values()];
  const strikes = strikesInForce(ordered);
  const lastContent = ordered.findLastIndex(isContent);

  const job = blank(byId, strikes);
  ordered.forEach((entry, index) => {
    const struck = strikes.get(entry.id) ?? null;
    if (entry.kind === 'reading.taken') {
      const key = slotOf(entry);
      const stood = job.readings.get(key);
      if (stood) stood.push({ entry, struck });
      else job.readings.set(key, [{ entry, struck }]);
    } else if (!struck) {
      apply(job, entry, index > lastContent);
    }
  });
  job.ways = new Map([...job.ways].sort(([, a], [, b]) => byBoardAndNumber(job, a, b)));
  return job;
}

/**
 * The job with one more entry at its end: the same as folding everything again, for less where the entry is a reading
 * or the strike of one.
 */
export function extend(job: Job, entry: Entry): Job {
  const anew = () => fold([...job.entries.values(), entry]);
  if (job.entries.has(entry.id) || job.strikes.has(entry.id) || !comesLast(job, entry)) return anew();
  const target = entry.kind === 'entry.struck' ? job.entries.get(entry.body.entryId) : undefined;
  const taken = entry.kind === 'reading.taken' ? entry : target?.kind === 'reading.taken' ? target : null;
  if (!taken || job.strikes.has(taken.id)) return anew();
  const entries = new Map(job.entries).set(entry.id, entry);
  const strikes = entry.kind === 'entry.struck' ? new Map(job.strikes).set(taken.id, { by: entry, why: entry.body.why }) : job.strikes;
  const key = slotOf(taken);
  const stood = job.readings.get(key) ?? [];
  const slot = taken === entry ? [...stood, { entry: taken, struck: null }] : stood.map((reading) => (reading.entry.id === taken.id ? { ...reading, struck: strikes.get(taken.id) ?? null } : reading));
  return { ...job, entries, strikes, readings: new Map(job.readings).set(key, slot), signatures: job.signatures.map((signature) => ({ ...signature, inForce: false })) };
}

/** The slot of a reading, worked out once: entries never change, and are folded again and again. */
function slotOf(entry: EntryOf<'reading.taken'>): SlotKey {
  const known = slots.get(entry);
  if (known) return known;
  const key = slotKey(entry.body.on, entry.body.test);
  slots.set(entry, key);
  return key;
}
const slots = new WeakMap<EntryOf<'reading.taken'>, SlotKey>();

/** Whether an entry counts against a signature made before it. */
const isContent = (entry: Entry): boolean => entry.kind !== 'declaration.signed' && entry.kind !== 'document.issued';

function comesLast(job: Job, entry: Entry): boolean {
  if (entry.seq === null) return true;
  for (const { seq } of job.entries.values()) if (seq === null || seq > entry.seq) return false;
  return true;
}

type Draftable = Omit<Mutable<Job>, 'instruments' | 'boards' | 'ways' | 'points' | 'readings' | 'items' | 'limits' | 'limitations' | 'observations' | 'signatures' | 'isolations' | 'links' | 'repairs'> & {
  repairs: Repair[];
  isolations: IsolationRecord[];
  links: Link[];
  instruments: Map<string, BodyOf<'instrument.brought'>>;
  boards: Map<string, Board>;
  ways: Map<string, Way>;
  points: Map<string, Point>;
  readings: Map<SlotKey, Reading[]>;
  items: Map<string, EntryOf<'item.marked'>>;
  limits: Map<SlotKey, EntryOf<'limit.overridden'>>;
  limitations: Limitation[];
  observations: Observation[];
  signatures: Signature[];
};

function blank(entries: Map<string, Entry>, strikes: Map<string, Strike>): Draftable {
  return {
    opened: null,
    client: {},
    site: {},
    brief: {},
    instruments: new Map(),
    supply: {},
    boards: new Map(),
    ways: new Map(),
    points: new Map(),
    readings: new Map(),
    isolations: [],
    links: [],
    repairs: [],
    items: new Map(),
    limitations: [],
    observations: [],
    overruled: null,
    summary: null,
    comeBack: null,
    limits: new Map(),
    signatures: [],
    issued: null,
    entries,
    strikes,
  };
}

function apply(job: Draftable, entry: Exclude<Entry, { kind: 'reading.taken' }>, afterContent: boolean): void {
  switch (entry.kind) {
    case 'job.opened':
      job.opened ??= entry;
      return;
    case 'client.named':
      job.client = { ...job.client, ...entry.body };
      return;
    case 'site.described':
      job.site = { ...job.site, ...entry.body };
      return;
    case 'brief.agreed':
      job.brief = { ...job.brief, ...entry.body };
      return;
    case 'instrument.brought':
      job.instruments.set(entry.body.instrumentId, entry.body);
      return;
    case 'supply.described':
      job.supply = { ...job.supply, ...entry.body };
      return;
    case 'board.added':
      job.boards.set(entry.body.boardId, { id: entry.body.boardId });
      return;
    case 'board.described': {
      const board = job.boards.get(entry.body.boardId);
      if (board) job.boards.set(board.id, { ...board, ...entry.body.fields });
      return;
    }
    case 'way.added': {
      const { wayId, boardId, number } = entry.body;
      job.ways.set(wayId, { id: wayId, boardId, number });
      return;
    }
    case 'way.described': {
      const way = job.ways.get(entry.body.wayId);
      if (way) job.ways.set(way.id, Object.assign({}, way, entry.body.fields));
      return;
    }
    case 'way.moved':
      moveWay(job, entry.body.wayId, entry.body.to);
      return;
    case 'repair.made':
      job.repairs.push({ ...entry.body, madeAt: entry.madeAt, stale: standingBefore(job, entry.body) });
      return;
    case 'isolation.begun':
      job.isolations.push({ begun: entry.body, begunAt: entry.madeAt, reads: [], ended: null });
      return;
    case 'isolation.read':
      job.isolations = job.isolations.map((record) => (record.begun.isolationId === entry.body.isolationId ? { ...record, reads: [...record.reads, { ...entry.body, at: entry.madeAt }] } : record));
      return;
    case 'isolation.ended':
      job.isolations = job.isolations.map((record) => (record.begun.isolationId === entry.body.isolationId ? { ...record, ended: { ...entry.body, at: entry.madeAt } } : record));
      return;
    case 'link.made':
      job.links.push({ ...entry.body, madeAt: entry.madeAt, clearedAt: null });
      return;
    case 'link.cleared':
      job.links = job.links.map((link) => (link.linkId === entry.body.linkId ? { ...link, clearedAt: entry.madeAt } : link));
      return;
    case 'point.added':
      job.points.set(entry.body.pointId, { id: entry.body.pointId, wayId: entry.body.wayId, ...entry.body.fields });
      return;
    case 'point.described': {
      const point = job.points.get(entry.body.pointId);
      if (point) job.points.set(point.id, { ...point, ...entry.body.fields });
      return;
    }
    case 'point.moved': {
      const point = job.points.get(entry.body.pointId);
      if (point) job.points.set(point.id, { ...point, wayId: entry.body.wayId, order: entry.body.order, unplaced: false });
      return;
    }
    case 'item.marked':
      job.items.set(entry.body.item, entry);
      return;
    case 'limitation.noted': {
      const at = job.limitations.findIndex((l) => l.limitationId === entry.body.limitationId);
      const limitation = { ...entry.body, entryId: entry.id };
      if (at < 0) job.limitations.push(limitation);
      else job.limitations[at] = limitation;
      return;
    }
    case 'observation.noted': {
      const { observationId, fields } = entry.body;
      const at = job.observations.findIndex((o) => o.id === observationId);
      const number = at < 0 ? job.observations.length + 1 : at + 1;
      const observation = { ...fields, id: observationId, number, entryId: entry.id };
      if (at < 0) job.observations.push(observation);
      else job.observations[at] = observation;
      return;
    }
    case 'assessment.overruled':
      job.overruled = entry;
      return;
    case 'condition.summarised':
      job.summary = entry.body.text;
      return;
    case 'return.recommended':
      job.comeBack = entry.body;
      return;
    case 'limit.overridden':
      job.limits.set(slotKey(entry.body.on, entry.body.test), entry);
      return;
    case 'declaration.signed':
      job.signatures = job.signatures.filter((signature) => signature.role !== entry.body.role);
      job.signatures.push({ role: entry.body.role, entry, inForce: afterContent });
      return;
    case 'document.issued':
      job.issued = entry;
      return;
    case 'entry.struck':
      return;
    default: {
      const never: never = entry;
      return never;
    }
  }
}

/** Puts a way at a place of its board; those between move up or down by one. An empty place is simply taken. */
function moveWay(job: Draftable, wayId: string, to: number): void {
  const way = job.ways.get(wayId);
  if (!way) return;
  const row = [...job.ways.values()].filter((each) => each.boardId === way.boardId).sort((a, b) => a.number - b.number);
  const numbers = row.map((each) => each.number);
  const place = numbers.indexOf(to);
  if (place < 0) {
    job.ways.set(wayId, { ...way, number: to });
    return;
  }
  const order = row.filter((each) => each.id !== wayId);
  order.splice(place, 0, way);
  order.forEach((each, index) => job.ways.set(each.id, { ...each, number: numbers[index] ?? each.number }));
}

/** Readings on a way and its points of the test a repair followed, and of the tests before that. */
function standingBefore(job: Draftable, { wayId, test }: BodyOf<'repair.made'>): Set<string> {
  const upTo = testOrder.indexOf(placeInOrder(test));
  const stale = new Set<string>();
  for (const readings of job.readings.values()) {
    for (const { entry, struck } of readings) {
      const { on } = entry.body;
      const here = on.of === 'way' ? on.id === wayId : on.of === 'point' && job.points.get(on.id)?.wayId === wayId;
      if (here && !struck && entry.body.value.is !== 'not-taken' && testOrder.indexOf(placeInOrder(entry.body.test)) <= upTo) stale.add(entry.id);
    }
  }
  return stale;
}

/** Each entry once, by its id, in ledger order. */
function inOrder(entries: readonly Entry[]): Map<string, Entry> {
  const unique = new Map<string, Entry>();
  let ordered = true;
  let last = 0;
  for (const entry of entries) {
    const known = unique.get(entry.id);
    if (known && (known.seq !== null || entry.seq === null)) continue;
    unique.set(entry.id, entry);
    ordered &&= !known && placeOf(entry) >= last;
    last = placeOf(entry);
  }
  return ordered ? unique : new Map([...unique].sort(([, a], [, b]) => (placeOf(a) < placeOf(b) ? -1 : placeOf(a) > placeOf(b) ? 1 : 0)));
}

const placeOf = (entry: Entry): number => entry.seq ?? Infinity;

/** Strikes that are not struck themselves, by the entry they strike. Later entries are settled first. */
function strikesInForce(ordered: readonly Entry[]): Map<string, Strike> {
  const strikes = new Map<string, Strike>();
  for (let index = ordered.length - 1; index >= 0; index -= 1) {
    const entry = ordered[index];
    if (entry?.kind === 'entry.struck' && !strikes.has(entry.id)) {
      strikes.set(entry.body.entryId, { by: entry, why: entry.body.why });
    }
  }
  return strikes;
}

function byBoardAndNumber(job: Draftable, a: Way, b: Way): number {
  if (a.boardId === b.boardId) return a.number - b.number;
  const order = [...job.boards.keys()];
  return order.indexOf(a.boardId) - order.indexOf(b.boardId);
}
