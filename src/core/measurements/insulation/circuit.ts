import type { Code } from '../../job/outcome';
import { type Measure, type Subject, slotKey } from '../../installation/slot';
import type { Point } from '../../installation/point';
import type { Way } from '../../installation/way';
import { type Located, type LocationPoint, type Opening, legHome, locateFault } from './locate';
import { type InsulationPattern, insulationPattern } from './pattern';
import { insulationTestOf } from './test-voltage';
import { governing } from '../../job/governing';
import { pointsOf, standing } from '../../job/job';
import type { JobView } from '../../job/view';
import type { ReadingValue } from '../../quantity/reading-value';
import {
  boardSide,
  farSide,
  lineEarth,
  lineEarthOver,
  liveEarth,
  liveEarthOver,
  liveLive,
  liveLiveOver,
  neutralEarth,
  neutralEarthOver,
} from './slots';

export type InsulationOfWay = {
  readonly pattern: InsulationPattern | null;
  readonly points: readonly Point[];
  readonly tree: readonly LocationPoint[];
  readonly openings: readonly Opening[];
  /** Null while nothing is low, or no points are known. */
  readonly located: Located | null;
  /** Below this a side counts as low, in megohm. */
  readonly lowBelow: string;
  /** The inspection item a located fault is noted under, and the usual code: none where it only wants a look. */
  readonly observation: { readonly item: string; readonly code: Code | null };
};

/** Megohms of a reading; an over-range one counts as its bound. */
const megohmsOf = (value: ReadingValue | null | undefined): number | null =>
  value?.is === 'number'
    ? Number(value.shown)
    : value?.is === 'over' || value?.is === 'under'
      ? Number(value.bound)
      : null;

const lowest = (...values: (number | null)[]): number | null =>
  values.reduce<number | null>(
    (least, value) => (value === null ? least : least === null ? value : Math.min(least, value)),
    null,
  );

/** What a circuit's insulation readings come to: the pattern of its pairs, and where halving has got to. */
export function insulationOfWay(view: JobView, way: Way): InsulationOfWay {
  const { job, pack } = view;
  const on = { of: 'way', id: way.id } as const;
  const at = (measured: Measure) => megohmsOf(standing(job.readings.get(slotKey(on, measured))).at(-1)?.body.value);
  const both = lowest(at(liveEarth), at(liveEarthOver));
  const pairs = {
    ln: lowest(at(liveLive), at(liveLiveOver)),
    le: lowest(at(lineEarth), at(lineEarthOver)),
    ne: lowest(at(neutralEarth), at(neutralEarthOver)),
  };
  const worst = lowest(pairs.ln, pairs.le, pairs.ne, both);
  const { circuit, minimumMegohms } = insulationTestOf(pack, way);
  const minimum = minimumMegohms.value;
  const lowBelow =
    circuit === 'extra-low' || (worst !== null && worst < Number(minimum))
      ? minimum
      : pack.insulation.investigateBelowMegohms.value;
  const limit = Number(lowBelow);
  const points = pointsOf(job, way.id);
  const tree = treeOfPoints(points);
  const isRing = way.arrangement === 'ring';
  const openings = openingsOf(view, way, points, limit);
  const isLow = worst !== null && worst < limit;
  const asPattern = both !== null && pairs.le === null && pairs.ne === null ? { ...pairs, le: both, ne: both } : pairs;
  return {
    pattern: insulationPattern(asPattern, limit),
    points,
    tree,
    openings,
    located:
      points.length > 0 && (isLow || openings.length > 0)
        ? locateFault(tree, openings, isRing ? lastOnRing(points) : null)
        : null,
    lowBelow,
    observation: { item: pack.itemRoles.insulation[0] ?? '', code: lowBelow === minimum ? 'C2' : null },
  };
}

/** How the opening before a point is named on the register of links and disconnections. */
export const openedBefore = (way: Way, name: string): string => `way ${way.number}, before ${name}`;

/** Both sides as they were read at each opening, in the order the circuit was opened. */
function openingsOf(view: JobView, way: Way, points: readonly Point[], limit: number): Opening[] {
  const { job } = view;
  const places: readonly { before: string; name: string; on: Subject }[] = [
    ...points.map(({ id, name }) => ({ before: id, name, on: { of: 'point', id } as const })),
    { before: legHome, name: legHome, on: { of: 'way', id: way.id } },
  ];
  const read = places.flatMap(({ before, name, on }) => {
    const [near, far] = [governing(view, on, boardSide), governing(view, on, farSide)];
    const taken = [near, far].flatMap((reading) => (reading ? [reading] : []));
    const [first] = taken.sort((a, b) => (a.seq ?? Infinity) - (b.seq ?? Infinity) || (a.madeAt < b.madeAt ? -1 : 1));
    if (!first) return [];
    const state = (reading: typeof near) => {
      const megohms = megohmsOf(reading?.body.value);
      return megohms === null ? null : megohms < limit ? ('low' as const) : ('well' as const);
    };
    const link = job.links.findLast(
      ({ sort, where }) => sort === 'circuit opened' && where === openedBefore(way, name),
    );
    return [{ before, first, boardSide: state(near), farSide: state(far), joinedAt: link?.clearedAt ?? null }];
  });
  read.sort(
    (a, b) => (a.first.seq ?? Infinity) - (b.first.seq ?? Infinity) || (a.first.madeAt < b.first.madeAt ? -1 : 1),
  );
  return read.map(({ before, boardSide, farSide, joinedAt }, index) => {
    const next = read[index + 1];
    return { before, boardSide, farSide, joined: joinedAt !== null && (!next || joinedAt <= next.first.madeAt) };
  });
}

const lastOnRing = (points: readonly Point[]): string | null =>
  (points.findLast(({ spur }) => !spur) ?? points.at(-1))?.id ?? null;

/** Points in their order as sections one after another; a spur hangs from the last point that is not one. */
export function treeOfPoints(points: readonly Point[]): LocationPoint[] {
  let main: string | null = null;
  return points.map((point) => {
    const after = main;
    if (!point.spur) main = point.id;
    return { id: point.id, name: point.name, after, kind: point.kind };
  });
}
