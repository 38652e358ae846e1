import { standing } from '../job/job';
import type { Job } from '../job/job';
import type { Slot } from '../installation/slot';
import type { JobView } from '../job/view';

/** Parts of a day's work that time is told for, in their order. */
const stints = [
  'brief',
  'origin',
  'isolation',
  'inspection',
  'dead tests',
  'live tests',
  'circuits',
  'findings',
  'review',
] as const;
type Stint = (typeof stints)[number];

/** A gap longer than this between two entries is no work here: lunch, another house, the next day. */
const longestGapMinutes = 20;

const byKind: readonly (readonly [RegExp, Stint])[] = [
  [/^(job|client|site|installation|parking|brief|instrument|document\.begun|works)/, 'brief'],
  [/^supply\.described/, 'origin'],
  [/^(isolation|link|device|circuit|cover|supply\.restored)/, 'isolation'],
  [/^(item|feature|place|accessory|bond|part|pair|finding|note|question)/, 'inspection'],
  [/^(board|way|point|limit\.)/, 'circuits'],
  [/^(observation|picture|repair|limitation)/, 'findings'],
  [/^(declaration|document\.issued|condition|return|assessment|snag|duty|leaving|option|acceptance)/, 'review'],
];

function stintOf({ tests }: JobView, kind: string, body: unknown): Stint | null {
  if (kind === 'reading.taken') {
    const definition = tests.of((body as { slot: Slot }).slot);
    return definition?.dead ? 'dead tests' : definition?.home.stage === 'origin' ? 'origin' : 'live tests';
  }
  return byKind.find(([pattern]) => pattern.test(kind))?.[1] ?? null;
}

export type TimeSpent = {
  readonly minutes: number;
  readonly parts: readonly { readonly stint: Stint; readonly minutes: number }[];
  readonly readings: number;
  readonly points: number;
  readonly circuits: number;
};

/**
 * Time spent on a job, begun and ended by itself: from one entry to the next it belongs to what the next one is, unless so
 * long lies between them that nobody was at it. With the readings taken, and the points and circuits they were taken on.
 */
export function timeSpent(view: JobView): TimeSpent {
  const { job } = view;
  const entries = [...job.entries.values()].sort((a, b) => (a.madeAt < b.madeAt ? -1 : 1));
  const spent = new Map<Stint, number>();
  let total = 0;
  entries.forEach((entry, index) => {
    const before = entries[index - 1];
    const stint = stintOf(view, entry.kind, entry.body);
    if (!before || !stint) return;
    const minutes = (Date.parse(entry.madeAt) - Date.parse(before.madeAt)) / 60_000;
    if (minutes > longestGapMinutes) return;
    spent.set(stint, (spent.get(stint) ?? 0) + minutes);
    total += minutes;
  });
  return {
    minutes: Math.round(total),
    parts: stints.flatMap((stint) => {
      const minutes = Math.round(spent.get(stint) ?? 0);
      return minutes > 0 ? [{ stint, minutes }] : [];
    }),
    ...counted(job),
  };
}

function counted(job: Job): Pick<TimeSpent, 'readings' | 'points' | 'circuits'> {
  const taken = [...job.readings.values()].flatMap((readings) => standing(readings)).map(({ body }) => body.slot.on);
  const points = new Set(taken.flatMap((on) => (on.of === 'point' ? [on.id] : [])));
  const circuits = new Set(
    taken.flatMap((on) => (on.of === 'way' ? [on.id] : on.of === 'point' ? [job.points.get(on.id)?.wayId ?? ''] : [])),
  );
  return { readings: taken.length, points: points.size, circuits: circuits.size };
}
