import type { TestDefinition } from '../../job/test-definition';
import { atPoints, onWay, taskOf } from '../../job/task';
import { polarity } from './slots';

/** Polarity at every point of a radial with its R1+R2; of a ring as a whole, with its last step. */
export const plan: TestDefinition['plan'] = (view, { radials, rings }) => ({
  'walk-1': radials.flatMap((way) => atPoints(view, way, polarity, polarity)),
  'walk-2': rings.map((way) => taskOf(view, onWay(way), polarity, way)),
});
