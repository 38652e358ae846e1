import { type Way, isSpare } from '../../installation/way';
import type { JobView } from '../../job/view';
import type { Judgement } from '../../words/judgement';
import { judgeServiceFuse, judgeWayBreaking } from './fault-current';

export type DevicesChecked = {
  /** Devices that cannot break the fault current where they sit, or of which it is not certain. */
  readonly wrong: readonly { readonly way: Way | null; readonly judgement: Judgement }[];
  /** How many were compared with it, the service fuse among them, and how many could not be. */
  readonly checked: number;
  readonly unknown: number;
};

/** Every device of a job beside the fault current where it sits (434.5.1). */
export function devicesChecked(view: JobView): DevicesChecked {
  const ways = [...view.job.ways.values()].filter((way) => !isSpare(way) && way.deviceStandard);
  const all = [
    { way: null, judgement: judgeServiceFuse(view) },
    ...ways.map((way) => ({ way, judgement: judgeWayBreaking(view, way) })),
  ].flatMap(({ way, judgement }) => (judgement ? [{ way, judgement }] : []));
  const judged = all.filter(({ judgement }) => judgement.verdict !== 'unjudged');
  return {
    wrong: judged.filter(({ judgement }) => judgement.verdict !== 'meets'),
    checked: judged.length,
    unknown: all.length - judged.length,
  };
}
