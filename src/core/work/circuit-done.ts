import type { Measure } from '../installation/slot';
import type { Way } from '../installation/way';
import { governing } from '../job/governing';
import { pointsOf } from '../job/job';
import type { Readings } from '../job/view';

/**
 * Whether a test of a circuit is done: a reading, or the mark that says why there is none, at every one of its points; of
 * the circuit itself while its points are not known.
 */
export function isCircuitDone(at: Readings, way: Way, measure: Measure): boolean {
  const points = pointsOf(at.job, way.id);
  return points.length === 0
    ? governing(at, { of: 'way', id: way.id }, measure) !== null
    : points.every((point) => governing(at, { of: 'point', id: point.id }, measure) !== null);
}
