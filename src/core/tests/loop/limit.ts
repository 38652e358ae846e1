import { loopLimit } from '../../edition/loop-limit';
import { type Way, disconnectionSeconds } from '../../installation/way';
import type { LimitOverridden } from '../../job/kinds/limit';
import type { JobView } from '../../job/view';
import { type Exact, exact } from '../../quantity/exact';

/** The maximum Zs of a circuit with where it comes from, or why there is none: for screen, verdict and paper alike. */
export type ZsLimit =
  | {
      readonly max: Exact;
      readonly source: string;
      readonly working: string;
      /** Set by the inspector in place of the edition's. */
      readonly own: boolean;
    }
  | { readonly why: string };

export const limitFound = (limit: ZsLimit): limit is Extract<ZsLimit, { max: Exact }> => 'max' in limit;

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
  if (!way?.deviceStandard || !way.deviceAmps) return { why: 'the protective device is not described yet' };
  const { earthing } = view.job.supply;
  if (!earthing) return { why: 'the earthing system is not described yet' };
  const device = { standard: way.deviceStandard, type: way.deviceType ?? '', ratingAmps: way.deviceAmps };
  const found = loopLimit(view.pack, device, disconnectionSeconds(view.pack, way, earthing));
  return found.found
    ? { max: found.maxZs, source: found.source, working: found.working, own: false }
    : { why: found.why };
}
