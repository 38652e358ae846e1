import { isSpare } from '../../installation/way';
import type { Job } from '../../job/job';

/**
 * IΔn of the RCD an installation's electrode has to suit, in mA: the main switch's where it is one, otherwise the largest
 * of its circuits'. Null while none is described.
 */
export function residualOfInstallation({ supply, ways }: Pick<Job, 'supply' | 'ways'>): number | null {
  if (supply.mainSwitchResidualMilliamps) return supply.mainSwitchResidualMilliamps;
  const all = [...ways.values()].flatMap((way) =>
    isSpare(way) || !way.residualMilliamps ? [] : [way.residualMilliamps],
  );
  return all.length === 0 ? null : Math.max(...all);
}
