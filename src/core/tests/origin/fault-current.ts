import type { Subject } from '../../installation/slot';
import type { Way } from '../../installation/way';
import { valueAt } from '../../job/governing';
import type { JobView, Readings } from '../../job/view';
import type { Judgement } from '../../words/judgement';
import { type FaultCurrent, judgeBreaking, prospectiveFaultCurrent } from './origin';
import { boardIpf, ipfLineEarth, ipfLineNeutral } from './slots';

const supply: Subject = { of: 'supply' };

/** Ipf of the job: the larger of the two pairs at the origin. */
export const faultCurrentOf = (at: Readings): FaultCurrent | null =>
  prospectiveFaultCurrent(valueAt(at, supply, ipfLineNeutral), valueAt(at, supply, ipfLineEarth));

/** Whether a way's device can break the fault current at its board; null while either is unknown. */
export function judgeWayBreaking(view: JobView, way: Way): Judgement | null {
  const board: Subject = { of: 'board', id: way.boardId };
  const fault = prospectiveFaultCurrent(valueAt(view, board, boardIpf), null) ?? faultCurrentOf(view);
  if (!fault || !way.deviceStandard) return null;
  const device = { standard: way.deviceStandard, type: way.deviceType ?? '', mark: way.breakingMark ?? '' };
  return judgeBreaking(view.pack, device, fault);
}

/** Whether the service fuse can break the fault current at the origin; null while either is unknown. */
export function judgeServiceFuse(view: JobView): Judgement | null {
  const fault = faultCurrentOf(view);
  const { serviceFuseStandard: standard, serviceFuseType: type } = view.job.supply;
  if (!fault || !standard || standard === 'N/V') return null;
  return judgeBreaking(view.pack, { standard, type: type ?? '', mark: '' }, fault);
}
