import type { Point } from '../installation/point';
import type { Way } from '../installation/way';
import { type Job, pointsOf } from '../job/job';
import { compare, divide, exact, multiply, subtract, toShortest } from '../quantity/exact';
import { type Judgement, type Limit, notTaken } from '../words/judgement';
import { reason } from '../words/reason';

export type SamplePoint = { readonly id: string; readonly circuit: string; readonly room: string };

export type SamplingPlan = {
  readonly chosen: readonly string[];
  readonly percent: number;
  readonly share: string;
  readonly reasons: readonly string[];
};

/** Share to open, in percent, after defects were found in the sample: doubled for each, the whole after three. */
export const grownPercent = (percent: number, defects: number): number =>
  defects >= 3 ? 100 : Math.min(100, percent * 2 ** defects);

/**
 * Which accessories to open, chosen beforehand and spread: each next one from the circuit, then the room, least opened
 * so far. At least one of every circuit. A larger share keeps what a smaller one chose.
 */
export function samplingPlan(points: readonly SamplePoint[], percent: number, defects = 0): SamplingPlan {
  const grown = grownPercent(percent, defects);
  const circuits = new Set(points.map((p) => p.circuit));
  const wanted = Math.min(points.length, Math.max(circuits.size, Math.ceil((points.length * grown) / 100)));
  const chosen: SamplePoint[] = [];
  const times = (key: 'circuit' | 'room', value: string) => chosen.filter((p) => p[key] === value).length;
  const sizeOf = (circuit: string) => points.filter((p) => p.circuit === circuit).length;
  while (chosen.length < wanted) {
    const left = points.filter((p) => !chosen.includes(p));
    const next = left.reduce((best, p) => {
      const key = (each: SamplePoint) =>
        [times('circuit', each.circuit) / sizeOf(each.circuit), times('room', each.room)] as const;
      const [a, b] = [key(p), key(best)];
      return a[0] < b[0] - 1e-12 || (Math.abs(a[0] - b[0]) <= 1e-12 && a[1] < b[1]) ? p : best;
    }, left[0] as SamplePoint);
    chosen.push(next);
  }
  return {
    chosen: chosen.map((p) => p.id),
    percent: grown,
    share: `${chosen.length} of ${points.length} (${points.length === 0 ? 0 : Math.round((100 * chosen.length) / points.length)} %)`,
    reasons: [
      `Spread over ${circuits.size} circuits and ${new Set(points.map((p) => p.room)).size} rooms, at least one of every circuit.`,
      ...(defects > 0
        ? [
            `${defects} defect${defects === 1 ? '' : 's'} in the sample: the share grew from ${percent} % to ${grown} %.`,
          ]
        : []),
    ],
  };
}

/**
 * Judges how much of a sample was opened against the share agreed, in percent: less than that, or a defect found and the
 * sample not enlarged, is looked at again.
 */
export function judgeSample(
  sample: { readonly opened: number; readonly total: number } | null,
  agreedPercent: string,
  defect: { readonly enlarged: boolean } | null,
): Judgement {
  const limit: Limit = {
    text: `${agreedPercent} % agreed`,
    source: '653; the agreed extent',
    figure: `${agreedPercent} %`,
  };
  if (!sample || sample.total === 0) return notTaken('sample', { is: 'not-taken', mark: 'N/V' }, limit);
  const share = divide(multiply(exact(sample.opened), exact(100)), exact(sample.total));
  const enough = compare(share, exact(agreedPercent)) >= 0;
  const grown = defect === null || defect.enlarged;
  return {
    rule: !enough ? 'sample.short' : grown ? 'sample.meets' : 'sample.not-enlarged',
    verdict: enough && grown ? 'meets' : 'doubt',
    expected: null,
    limit,
    working: [
      `${sample.opened} of ${sample.total} = ${toShortest(share, 1)} %, ${toShortest(subtract(exact(100), share), 1)} % not opened`,
      ...(grown ? [] : [reason('sample.not-enlarged')]),
    ],
    next: enough && grown ? null : { rule: 'sample.short' },
  };
}

export type SamplingOfJob = SamplingPlan & {
  readonly byWay: readonly { readonly way: Way; readonly points: readonly Point[] }[];
};

/**
 * Which accessories of a job to open by the share agreed in the brief (10 % where none is), growing with every C1 and C2
 * found on a circuit and every defect found behind one. Null while no points are known.
 */
export function samplingOfJob(job: Job): SamplingOfJob | null {
  const ways = [...job.ways.values()]
    .map((way) => ({ way, points: pointsOf(job, way.id) }))
    .filter(({ points }) => points.length > 0);
  if (ways.length === 0) return null;
  const coded = job.observations.filter(({ code, wayId }) => wayId !== null && (code === 'C1' || code === 'C2'));
  const behind = [...job.accessories.values()].filter(({ found }) => found === 'defect');
  const defects = Math.max(coded.length, behind.length);
  const plan = samplingPlan(
    ways.flatMap(({ way, points }) =>
      points.map((point) => ({ id: point.id, circuit: way.id, room: point.room ?? '' })),
    ),
    job.brief.samplingPercent ?? 10,
    defects,
  );
  const chosen = new Set(plan.chosen);
  return {
    ...plan,
    byWay: ways.map(({ way, points }) => ({ way, points: points.filter((point) => chosen.has(point.id)) })),
  };
}

export type OpenedShare = {
  readonly opened: readonly Point[];
  readonly total: number;
  /** "3 of 38 (8 %)" */
  readonly share: string;
};

/** What was opened so far, of all points there are. */
export function openedShare(job: Job): OpenedShare {
  const points = [...job.points.values()];
  const opened = points.filter(({ id }) => {
    const looked = job.accessories.get(id);
    return looked !== undefined && looked.found !== 'not opened';
  });
  const percent = points.length === 0 ? 0 : Math.round((100 * opened.length) / points.length);
  return { opened, total: points.length, share: `${opened.length} of ${points.length} (${percent} %)` };
}
