import { itemOutcome } from '../job/item-outcome';
import type { ItemGuidance, Standpoint } from '../edition/guidance';
import type { InspectionItem } from '../edition/rows';
import type { Point } from '../installation/point';
import type { Job } from '../job/job';
import type { PlaceWalked } from '../job/kinds/place';
import type { JobView } from '../job/view';
import { isBathRoom, ruleHolds } from './premises';
import { roomOf } from './rooms';
import { samplingOfJob } from './sampling';

export type WalkItem = {
  readonly row: InspectionItem;
  readonly guidance: ItemGuidance | null;
  /** What its parts ask, where the schedule has one row for all of them. */
  readonly parts: readonly ItemGuidance[];
};

/** The items of a document's schedule, each with what it asks. */
export function itemsOf({ definition, pack }: JobView, guidance: readonly ItemGuidance[]): readonly WalkItem[] {
  const own = guidance.filter(({ document }) => document === definition.kind);
  const byItem = new Map(own.map((each) => [each.item, each]));
  const schedule = definition.schedule(pack);
  const rows = new Set(schedule.map(({ item }) => item));
  return schedule.map((row) => ({
    row,
    guidance: byItem.get(row.item) ?? null,
    parts: own.filter(({ item }) => !rows.has(item) && item.startsWith(`${row.item}.`)),
  }));
}

export type WalkPlace = {
  readonly name: string;
  /** People are in it: it counts as seen or not. */
  readonly isRoom: boolean;
  /** Always there: nobody asks whether it is. */
  readonly isFixed: boolean;
  /** Items that can be settled here at the latest: their last place of the walk. */
  readonly closes: readonly WalkItem[];
  /** Items also seen here, and settled further on. */
  readonly also: readonly WalkItem[];
  /** Accessories of this room chosen to be opened. */
  readonly open: readonly Point[];
  readonly walked: PlaceWalked | null;
  /** Items of this place nobody settled, and one for the room itself while nobody has been in it. */
  readonly left: number;
};

type Stop = {
  readonly name: string;
  readonly sees: ReadonlySet<Standpoint>;
  /** Rooms it stands for, by their names; none for a place nobody named a point in. */
  readonly rooms: readonly string[];
  /** Always there: the intake and the board. */
  readonly isFixed?: true;
};

const see = (...standpoints: Standpoint[]): ReadonlySet<Standpoint> => new Set(standpoints);

/** What can be seen from a room, by its name. */
const roomKinds: readonly { readonly is: (name: string) => boolean; readonly sees: ReadonlySet<Standpoint> }[] = [
  { is: (name) => /kitchen|utility|scullery/i.test(name), sees: see('kitchen', 'room', 'everyPoint') },
  { is: isBathRoom, sees: see('bathRoom', 'everyPoint') },
  { is: (name) => /\b(loft|attic|roof space)\b(?! (room|bed|conversion))/i.test(name), sees: see('loft') },
  { is: (name) => /under ?floor|cellar|crawl/i.test(name), sees: see('underFloor') },
  {
    is: (name) => /garage|shed|outbuilding|workshop|barn|stable|garden room/i.test(name),
    sees: see('outbuilding', 'everyPoint'),
  },
];
const isOutside = (name: string) => /garden|outside|outdoor|gate|drive|patio|porch|passage|bin store/i.test(name);

export const wholeHouse = 'Whole house';
export const atTheBoard = 'Board';

/** The places in the order a house is walked; rooms as they were first named, the outdoors together. */
function stopsOf(job: Job): readonly Stop[] {
  const rooms = [...new Set([...job.points.values()].map(roomOf))].filter(Boolean);
  const kindOf = (name: string) => roomKinds.find(({ is }) => is(name));
  const outside = rooms.filter((name) => !kindOf(name) && isOutside(name));
  const apart = rooms.filter((name) => kindOf(name)?.sees.has('outbuilding'));
  const asStop = (name: string): Stop => ({
    name,
    sees: kindOf(name)?.sees ?? see('room', 'everyPoint'),
    rooms: [name],
  });
  const inside = rooms.filter((name) => !outside.includes(name) && !apart.includes(name)).map(asStop);
  const unless = (standpoint: Standpoint, name: string, known: readonly Stop[]): readonly Stop[] =>
    known.some(({ sees }) => sees.has(standpoint)) ? [] : [{ name, sees: see(standpoint), rooms: [] }];
  return oneOfEach([
    { name: 'Intake', sees: see('intake'), rooms: [], isFixed: true },
    { name: atTheBoard, sees: see('board'), rooms: [], isFixed: true },
    ...(rooms.length > 0
      ? inside
      : [{ name: 'Rooms', sees: see('room', 'kitchen', 'bathRoom', 'everyPoint'), rooms: ['Rooms'] }]),
    ...unless('loft', 'Loft', inside),
    ...unless('underFloor', 'Under the floor', inside),
    { name: 'Outside', sees: see('outside'), rooms: outside },
    ...(apart.length > 0 ? apart.map(asStop) : unless('outbuilding', 'Outbuildings', [])),
  ]);
}

/** Stops of one name are one place: a point that is called "Intake" is at the intake. */
function oneOfEach(stops: readonly Stop[]): readonly Stop[] {
  const byName = new Map<string, Stop>();
  for (const stop of stops) {
    const known = byName.get(stop.name);
    byName.set(
      stop.name,
      known ? { ...known, sees: new Set([...known.sees, ...stop.sees]), rooms: [...known.rooms, ...stop.rooms] } : stop,
    );
  }
  byName.delete(wholeHouse);
  return [...byName.values()];
}

/**
 * The inspection as a walk through the house: each place with the items that are settled there, those also seen there, and
 * the accessories chosen to be opened. What is seen in every room is settled for the whole house, at the end. A place
 * that is not there settles nothing. One record: the same marks as the schedule by sections.
 */
export function inspectionWalk(view: JobView, guidance: readonly ItemGuidance[]): readonly WalkPlace[] {
  const { job } = view;
  const items = itemsOf(view, guidance);
  const stops = stopsOf(job);
  const there = stops.filter(({ name }) => job.places.get(name)?.outcome !== 'none here');
  const sees = ({ sees }: Stop, { guidance }: WalkItem) => guidance?.where.some((each) => sees.has(each)) ?? false;
  const closesAt = (item: WalkItem): string => {
    const at = there.filter((stop) => sees(stop, item));
    const everywhere = item.guidance?.where.includes('everyPoint') || item.guidance?.where.includes('room');
    return everywhere ? wholeHouse : (at.at(-1)?.name ?? wholeHouse);
  };
  const places = new Map(items.map((item) => [item.row.item, closesAt(item)]));
  const chosen = samplingOfJob(job)?.byWay.flatMap(({ points }) => points) ?? [];
  const isOpen = ({ row }: WalkItem) => !itemOutcome(view, row.item);
  const placeOf = (stop: Stop): WalkPlace => {
    const walked = job.places.get(stop.name) ?? null;
    const closes = items.filter((item) => places.get(item.row.item) === stop.name);
    const absent = walked?.outcome === 'none here';
    return {
      name: stop.name,
      isRoom: stop.rooms.length > 0,
      isFixed: stop.isFixed ?? false,
      closes,
      also: absent ? [] : items.filter((item) => places.get(item.row.item) !== stop.name && sees(stop, item)),
      open: chosen.filter((point) => stop.rooms.includes(roomOf(point))),
      walked,
      left: closes.filter(isOpen).length + (stop.rooms.length > 0 && !walked ? 1 : 0),
    };
  };
  return [...stops, { name: wholeHouse, sees: see(), rooms: [], isFixed: true as const }].map(placeOf);
}

/** How many rooms of a walk somebody has been in, of how many there are. */
export function roomsSeen(walk: readonly WalkPlace[]): { readonly seen: number; readonly of: number } {
  const rooms = walk.filter(({ isRoom, walked }) => isRoom && walked?.outcome !== 'none here');
  return { seen: rooms.filter(({ walked }) => walked?.outcome === 'seen').length, of: rooms.length };
}

/** Items that do not apply by what the job says and that nobody marked yet, with the reason. */
export function notApplicable(
  view: JobView,
  guidance: readonly ItemGuidance[],
): readonly { readonly item: string; readonly reason: string }[] {
  return guidanceOf(view, guidance).flatMap(({ item, naWhen }) =>
    naWhen?.rule && !itemOutcome(view, item) && ruleHolds(view.job, naWhen.rule) === true
      ? [{ item, reason: naWhen.condition }]
      : [],
  );
}

/** Items marked as not applicable although what the job says speaks against it. */
export function appliesAfterAll(view: JobView, guidance: readonly ItemGuidance[]): readonly ItemGuidance[] {
  return guidanceOf(view, guidance).filter(
    ({ item, naWhen }) =>
      naWhen?.rule &&
      view.document.items.get(item)?.body.outcome === 'N/A' &&
      ruleHolds(view.job, naWhen.rule) === false,
  );
}

const guidanceOf = (view: JobView, guidance: readonly ItemGuidance[]) =>
  itemsOf(view, guidance).flatMap((item) => item.guidance ?? []);
