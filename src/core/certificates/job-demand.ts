import { type Demand, maximumDemand } from '../installation/demand';
import { loadsFromWays } from '../installation/loads';
import { type Way, isSpare } from '../installation/way';
import type { JobView } from '../job/view';

/** The circuits that were not there before the work: those said to be new; of an addition, those it is about. */
export function newWays({ job, document: { works } }: Pick<JobView, 'job' | 'document'>): Way[] {
  const { nature, newWayIds, wayIds } = works;
  const ids = newWayIds ?? (nature === 'addition' ? wayIds : null) ?? [];
  return ids.flatMap((id) => job.ways.get(id) ?? []).filter((way) => !isSpare(way));
}

/** Maximum demand of a job's circuits as they are, and what it was before the new ones; null where none of them is new. */
export function demandOfJob(view: JobView): { readonly before: Demand | null; readonly after: Demand } {
  const ways = [...view.job.ways.values()];
  const added = newWays(view);
  const of = (some: readonly Way[]) => maximumDemand(loadsFromWays(some), view.pack);
  const old = ways.filter((way) => !added.includes(way));
  return { before: added.length > 0 && old.some((way) => !isSpare(way)) ? of(old) : null, after: of(ways) };
}
