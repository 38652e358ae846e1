import { breakingCapacity } from '../../edition/breaking-capacity';
import { showDevice } from '../../installation/device-text';
import { type Way, isSpare } from '../../installation/way';
import type { JobView } from '../../job/view';
import { type Exact } from '../../quantity/exact';
import type { Judgement } from '../../words/judgement';
import { judgeServiceFuse, judgeWayBreaking } from './fault-current';

/** A device between the service and the circuits, beside the fault current where it sits. */
export type Rung = {
  readonly key: string;
  readonly name: string;
  readonly device: string;
  readonly wayId: string | null;
  /** What it breaks once, and what it breaks and goes on working, in kiloamperes; null where it is not known. */
  readonly ratedKiloamps: Exact | null;
  readonly serviceKiloamps: Exact | null;
  readonly judgement: Judgement | null;
};

/** Every device from the cut-out to the last way, in the order the current meets them (434.5.1). */
export function ladderOfDevices(view: JobView): readonly Rung[] {
  const { supply, boards, ways } = view.job;
  const fuse = [supply.serviceFuseStandard, supply.serviceFuseType].filter(Boolean).join(' ');
  const marked = supply.serviceFuseStandard && supply.serviceFuseStandard !== 'N/V' ? supply.serviceFuseStandard : null;
  const capacity = marked ? breakingCapacity(view.pack, marked, supply.serviceFuseType ?? '', '') : null;
  return [
    {
      key: 'service',
      name: 'Service fuse',
      device: [fuse, supply.serviceFuseAmps ? `${supply.serviceFuseAmps} A` : ''].filter(Boolean).join(', '),
      wayId: null,
      ratedKiloamps: capacity?.found ? capacity.rated : null,
      serviceKiloamps: capacity?.found ? capacity.service : null,
      judgement: judgeServiceFuse(view),
    },
    ...[...ways.values()].filter((way) => !isSpare(way) && boards.has(way.boardId)).map((way) => rungOf(view, way)),
  ];
}

function rungOf(view: JobView, way: Way): Rung {
  const found = way.deviceStandard
    ? breakingCapacity(view.pack, way.deviceStandard, way.deviceType ?? '', way.breakingMark ?? '')
    : null;
  return {
    key: way.id,
    name: `${way.number} ${way.description ?? ''}`.trim(),
    device: showDevice(way),
    wayId: way.id,
    ratedKiloamps: found?.found ? found.rated : null,
    serviceKiloamps: found?.found ? found.service : null,
    judgement: judgeWayBreaking(view, way),
  };
}
