import { type SamplingPlan, samplingPlan } from '../inspection/sampling';
import { type Job, pointsOf } from '../ledger/job';
import type { Way } from '../installation/way';
import type { Point } from '../installation/point';

export type SamplingOfJob = SamplingPlan & { readonly byWay: readonly { readonly way: Way; readonly points: readonly Point[] }[] };

/**
 * Which accessories of a job to open by the share agreed in the brief (10 % where none is), growing with every C1 and C2
 * found on a circuit. Null while no points are known.
 */
export function samplingOfJob(job: Job): SamplingOfJob | null {
  const ways = [...job.ways.values()].map((way) => ({ way, points: pointsOf(job, way.id) })).filter(({ points }) => points.length > 0);
  if (ways.length === 0) return null;
  const defects = job.observations.filter(({ code, wayId }) => wayId !== null && (code === 'C1' || code === 'C2')).length;
  const plan = samplingPlan(ways.flatMap(({ way, points }) => points.map((point) => ({ id: point.id, circuit: way.id, room: point.room ?? '' }))), job.brief.samplingPercent ?? 10, defects);
  const chosen = new Set(plan.chosen);
  return { ...plan, byWay: ways.map(({ way, points }) => ({ way, points: points.filter((point) => chosen.has(point.id)) })) };
}
