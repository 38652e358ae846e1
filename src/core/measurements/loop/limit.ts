import { loopLimit } from '../../edition/loop-limit';
import type { EditionPack } from '../../edition/pack';
import { disconnectionSeconds } from '../../installation/disconnection';
import type { Way } from '../../installation/way';
import type { LimitOverridden } from '../../job/kinds/limit';
import type { JobView } from '../../job/view';
import { type Exact, exact } from '../../quantity/exact';

/** The maximum Zs of a circuit with where it comes from, or why there is none: for screen, verdict and paper alike. */
export type FoundLimit = {
  readonly max: Exact;
  readonly source: string;
  readonly working: string;
  /** Set by the inspector in place of the edition's. */
  readonly own: boolean;
};
export type ZsLimit = FoundLimit | { readonly why: string };

export const limitFound = (limit: ZsLimit): limit is FoundLimit => 'max' in limit;

export function limitOfWay(
  view: Pick<JobView, 'pack' | 'job'>,
  way: Way | null,
  override: LimitOverridden | null,
): ZsLimit {
  if (override)
    return {
      max: exact(override.limit),
      source: `set by the inspector: ${override.reason}`,
      working: 'limit set by the inspector',
      own: true,
    };
  const { earthing } = view.job.supply;
  if (!way) return { why: 'the protective device is not described yet' };
  if (!earthing) return { why: 'the earthing system is not described yet' };
  return limitOfDevice(view.pack, way, disconnectionSeconds(view.pack, way, earthing));
}

/** The maximum Zs of a device as it is described, for a disconnection time in seconds. */
export function limitOfDevice(
  pack: EditionPack,
  { deviceStandard, deviceType, deviceAmps }: Pick<Way, 'deviceStandard' | 'deviceType' | 'deviceAmps'>,
  seconds: number,
): ZsLimit {
  if (!deviceStandard || !deviceAmps) return { why: 'the protective device is not described yet' };
  const found = loopLimit(pack, { standard: deviceStandard, type: deviceType ?? '', ratingAmps: deviceAmps }, seconds);
  return found.found
    ? { max: found.maxZs, source: found.source, working: found.working, own: false }
    : { why: found.why };
}
