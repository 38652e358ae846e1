import type { EditionPack } from '../edition/pack';
import type { Code } from '../inspection/outcome';
import { type TestId, slotKey } from '../installation/measurement';
import type { Point } from '../installation/point';
import type { Way } from '../installation/way';
import { type Located, type LocationPoint, type Opening, type InsulationPattern, insulationPattern, locateFault } from '../insulation/locate';
import { insulationTestOf } from '../insulation/test-voltage';
import { governing } from '../ledger/governing';
import { type Job, pointsOf, standing } from '../ledger/job';
import type { ReadingValue } from '../quantity/reading-value';

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
export const megohmsOf = (value: ReadingValue | null | undefined): number | null => (value?.is === 'number' ? Number(value.shown) : value?.is === 'over' ? Number(value.bound) : null);

const lowest = (...values: (number | null)[]): number | null => values.reduce<number | null>((least, value) => (value === null ? least : least === null ? value : Math.min(least, value)), null);

/** What a circuit's insulation readings come to: the pattern of its pairs, and where halving has got to. */
export function insulationOfWay(job: Job, pack: EditionPack, way: Way): InsulationOfWay {
  const on = { of: 'way', id: way.id } as const;
  const at = (test: TestId) => megohmsOf(standing(job.readings.get(slotKey(on, test))).at(-1)?.body.value);
  const both = lowest(at('ir-le'), at('ir-le-over'));
  const pairs = { ln: lowest(at('ir-ll'), at('ir-ll-over')), le: lowest(at('ir-l-e'), at('ir-l-e-over')), ne: lowest(at('ir-n-e'), at('ir-n-e-over')) };
  const worst = lowest(pairs.ln, pairs.le, pairs.ne, both);
  const { circuit, minimumMegohms } = insulationTestOf(pack, way);
  const minimum = minimumMegohms.value;
  const lowBelow = circuit === 'extra-low' || (worst !== null && worst < Number(minimum)) ? minimum : pack.insulation.investigateBelowMegohms.value;
  const limit = Number(lowBelow);
  const points = pointsOf(job, way.id);
  const tree = treeOfPoints(points);
  const openings = points.flatMap((point): Opening[] => {
    const side = (test: 'ir-near' | 'ir-far') => megohmsOf(governing(job, slotKey({ of: 'point', id: point.id }, test))?.body.value);
    const [near, far] = [side('ir-near'), side('ir-far')];
    const state = (megohms: number | null) => (megohms === null ? null : megohms < limit ? 'low' : 'well');
    return near === null && far === null ? [] : [{ before: point.id, boardSide: state(near), farSide: state(far) }];
  });
  const isLow = worst !== null && worst < limit;
  const asPattern = both !== null && pairs.le === null && pairs.ne === null ? { ...pairs, le: both, ne: both } : pairs;
  return { pattern: insulationPattern(asPattern, limit), points, tree, openings, located: points.length > 0 && (isLow || openings.length > 0) ? locateFault(tree, openings) : null, lowBelow, observation: { item: '5.3', code: lowBelow === minimum ? 'C2' : null } };
}

/** Points in their order as sections one after another; a spur hangs from the last point that is not one. */
export function treeOfPoints(points: readonly Point[]): LocationPoint[] {
  let main: string | null = null;
  return points.map((point) => {
    const after = main;
    if (!point.spur) main = point.id;
    return { id: point.id, after, kind: point.kind };
  });
}
