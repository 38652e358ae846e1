import type { TestDefinition } from '../../job/test-definition';
import { onWay, taskOf } from '../../job/task';
import { liveEarth, liveLive } from './slots';

/** Insulation of every circuit at its board: live to live, live to earth. */
export const plan: TestDefinition['plan'] = (view, { ways }) => ({
  insulation: ways.flatMap((way) => [liveLive, liveEarth].map((pair) => taskOf(view, onWay(way), pair, way))),
});
