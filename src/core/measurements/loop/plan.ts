import type { TestDefinition } from '../../job/test-definition';
import { atPoints } from '../../job/task';
import { zs } from './slots';

/** Zs at every point. */
export const plan: TestDefinition['plan'] = (view, { ways }) => ({
  zs: ways.flatMap((way) => atPoints(view, way, zs, zs)),
});
