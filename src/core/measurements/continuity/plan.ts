import { protectiveConductors } from '../../installation/supply';
import type { TestDefinition } from '../../job/test-definition';
import { atPoints, taskOf } from '../../job/task';
import { conductorContinuity, r1r2 } from './slots';

/** The conductors of the origin that are due, and R1+R2 at every point of a radial. */
export const plan: TestDefinition['plan'] = (view, { radials }) => {
  const conductors = view.tests.on('conductor', conductorContinuity);
  return {
    earthing: protectiveConductors
      .map((to) => ({ of: 'conductor', to }) as const)
      .filter((on) => conductors?.due?.(view, on))
      .map((on) => taskOf(view, on, conductorContinuity, null)),
    'walk-1': radials.flatMap((way) => atPoints(view, way, r1r2, r1r2)),
  };
};
