import type { Board } from '../installation/board';
import type { DeviceRead } from '../installation/devices';
import type { Point } from '../installation/point';
import type { SlotKey, Subject } from '../installation/slot';
import type { Supply } from '../installation/supply';
import type { Way } from '../installation/way';
import type { Recorded } from '../ledger/entry';
import type { Streamed } from '../ledger/stream';
import type { Strike } from '../ledger/strike';
import type { AccessoryOpened } from './kinds/accessory';
import type { AsFound } from './kinds/as-found';
import type { BriefFields } from './kinds/brief';
import type { ClientFields } from './kinds/client';
import type { Cover } from './kinds/cover';
import type { JobDocument } from './kinds/document';
import type { DutyMet } from './kinds/duty';
import type { EarlierVisit } from './kinds/earlier';
import type { HandTold } from './kinds/hand';
import type { PlaceWalked } from './kinds/place';
import type { Feature } from '../edition/features';
import type { InstrumentBrought } from './kinds/instrument';
import type { IsolationRecord } from './kinds/isolation';
import type { LeavingCheck } from './kinds/leaving';
import type { JobOpened } from './kinds/opened';
import type { LimitOverridden } from './kinds/limit';
import type { Limitation } from './kinds/limitation';
import type { Link } from './kinds/link';
import type { Note } from './kinds/note';
import type { Observation } from './kinds/observation';
import type { Options } from './kinds/options';
import type { BondFound } from './kinds/bond';
import type { PairRead, Part } from './kinds/part';
import type { Picture } from './kinds/picture';
import type { Question } from './kinds/question';
import type { ReadingTaken } from './kinds/reading';
import type { Repair } from './kinds/repair';
import type { Restored } from './kinds/restored';
import type { SiteFields } from './kinds/site';
import type { Snag } from './kinds/snag';
import type { Switched } from './kinds/switched';
import type { Traced } from './kinds/traced';
import type { Told } from './kinds/told';

/** A reading with its strike, if it was struck: struck readings stay beside the one that stands. */
export type Reading = { readonly entry: Recorded<ReadingTaken>; readonly struck: Strike | null };

/** A job as it stands: the fold of its entries and nothing else. */
export type Job = Streamed & {
  readonly opened: Recorded<JobOpened> | null;
  /** The documents it is to yield, in the order they were begun. */
  readonly documents: readonly JobDocument[];
  readonly client: ClientFields;
  readonly site: SiteFields;
  readonly brief: BriefFields;
  /** The firm's installation it is at; null where nothing was said. */
  readonly installationId: string | null;
  /** Until when the van may stand; null where nothing was said. */
  readonly parkedUntil: string | null;
  /** Earlier visits to the same installation, the latest first. */
  readonly earlier: readonly EarlierVisit[];
  readonly instruments: ReadonlyMap<string, InstrumentBrought>;
  readonly supply: Supply;
  readonly boards: ReadonlyMap<string, Board>;
  /** In the order of board and way number. */
  readonly ways: ReadonlyMap<string, Way>;
  /** What was read off devices, by their keys. */
  readonly devices: ReadonlyMap<string, DeviceRead>;
  readonly points: ReadonlyMap<string, Point>;
  readonly readings: ReadonlyMap<SlotKey, readonly Reading[]>;
  readonly isolations: readonly IsolationRecord[];
  readonly links: readonly Link[];
  /** How devices were said to stand, by their key; on where nothing was said. */
  readonly switched: ReadonlyMap<string, Switched>;
  /** How each circuit was before anything was isolated. */
  readonly asFound: ReadonlyMap<string, AsFound>;
  /** Circuits nobody knew, and what they were found to feed. */
  readonly traced: ReadonlyMap<string, Traced>;
  readonly covers: ReadonlyMap<string, Cover>;
  /** Each time the installation was made live. */
  readonly restorations: readonly Restored[];
  /** What the one at the board was told last. */
  readonly hand: HandTold | null;
  /** Points of the last walk, by their names. */
  readonly leaving: ReadonlyMap<string, LeavingCheck>;
  /** What the premises were said to have or not to have. */
  readonly features: ReadonlyMap<Feature, boolean>;
  /** Places of the inspection's walk, by their names. */
  readonly places: ReadonlyMap<string, PlaceWalked>;
  /** Accessories opened or not, by their point. */
  readonly accessories: ReadonlyMap<string, AccessoryOpened>;
  /** What was seen along each main bond. */
  readonly bonds: ReadonlyMap<string, BondFound>;
  /** Metal within reach in rooms of bathing, and what was read between two of them. */
  readonly parts: ReadonlyMap<string, Part>;
  readonly pairs: ReadonlyMap<string, PairRead>;
  readonly repairs: readonly Repair[];
  readonly limitations: readonly Limitation[];
  readonly observations: readonly Observation[];
  /** Who was told of a finding at once. */
  readonly told: readonly Told[];
  readonly notes: readonly Note[];
  readonly questions: readonly Question[];
  /** What was offered to the client, each time; the last of them stands. */
  readonly options: readonly Options[];
  readonly pictures: readonly Picture[];
  readonly snags: readonly Snag[];
  /** Duties that were met, by document and duty. */
  readonly duties: ReadonlyMap<string, DutyMet>;
  readonly limits: ReadonlyMap<SlotKey, LimitOverridden>;
};

/** A job in which nothing has happened. */
export const blankJob = (): Omit<Job, keyof Streamed> => ({
  opened: null,
  documents: [],
  client: {},
  site: {},
  brief: {},
  installationId: null,
  parkedUntil: null,
  earlier: [],
  instruments: new Map(),
  supply: {},
  boards: new Map(),
  ways: new Map(),
  devices: new Map(),
  points: new Map(),
  readings: new Map(),
  isolations: [],
  links: [],
  switched: new Map(),
  asFound: new Map(),
  traced: new Map(),
  covers: new Map(),
  restorations: [],
  hand: null,
  leaving: new Map(),
  features: new Map(),
  places: new Map(),
  accessories: new Map(),
  bonds: new Map(),
  parts: new Map(),
  pairs: new Map(),
  repairs: [],
  limitations: [],
  observations: [],
  told: [],
  notes: [],
  questions: [],
  options: [],
  pictures: [],
  snags: [],
  duties: new Map(),
  limits: new Map(),
});

export const waysOf = (job: Job, boardId: string): Way[] =>
  [...job.ways.values()].filter((way) => way.boardId === boardId);

/** The way a reading concerns: its own, or its point's. */
export const wayOfSubject = (job: Job, on: Subject): Way | undefined =>
  on.of === 'way'
    ? job.ways.get(on.id)
    : on.of === 'point'
      ? job.ways.get(job.points.get(on.id)?.wayId ?? '')
      : undefined;

/** A way's points in their order along the cable. */
export function pointsOf(job: Job, wayId: string): readonly Point[] {
  let byWay = pointsByWay.get(job.points);
  if (!byWay) {
    byWay = new Map();
    for (const point of [...job.points.values()].filter((each) => !each.unplaced).sort((a, b) => a.order - b.order))
      byWay.set(point.wayId, [...(byWay.get(point.wayId) ?? []), point]);
    pointsByWay.set(job.points, byWay);
  }
  return byWay.get(wayId) ?? [];
}
const pointsByWay = new WeakMap<Job['points'], Map<string, Point[]>>();

/** Points that answered on no circuit so far. */
export const unplacedPoints = (job: Job): Point[] => [...job.points.values()].filter((point) => point.unplaced);

/** Readings that were not struck, oldest first. */
export const standing = (readings: readonly Reading[] | undefined): Recorded<ReadingTaken>[] =>
  (readings ?? []).filter((reading) => !reading.struck).map((reading) => reading.entry);

/** A document of the job by its id; the first one begun where none is named. */
export const documentOf = (job: Pick<Job, 'documents'>, documentId: string | null): JobDocument | undefined =>
  documentId === null ? job.documents[0] : job.documents.find((document) => document.id === documentId);

/** The document being worked on: the first not issued, else the last that was. */
export const currentDocument = (job: Job): JobDocument | undefined =>
  job.documents.find((document) => !document.issued) ?? job.documents.at(-1);

/** The entry that added a board, way or point: what is struck to take it away again. */
export const entryThatAdded = (
  job: Job,
  kind: 'board.added' | 'way.added' | 'point.added',
  id: string,
): Recorded | undefined =>
  [...job.entries.values()].find(
    (entry) => entry.kind === kind && !job.strikes.has(entry.id) && Object.values(entry.body as object)[0] === id,
  );
