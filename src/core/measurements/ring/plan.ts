import type { TestDefinition } from '../../job/test-definition';
import { atPoints, onWay, taskOf } from '../../job/task';
import { r1r2 } from '../continuity/slots';
import { ringEnds, step2, step3 } from './slots';

/** The ends of each ring at the board, then its sockets cross-connected: line to neutral, line to CPC. */
export const plan: TestDefinition['plan'] = (view, { rings }) => ({
  'ring-ends': rings.flatMap((way) => ringEnds.map((end) => taskOf(view, onWay(way), end, way))),
  'walk-1': rings.flatMap((way) => atPoints(view, way, step2, null)),
  'walk-2': rings.flatMap((way) => atPoints(view, way, step3, r1r2)),
});
