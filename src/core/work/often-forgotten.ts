import * as z from 'zod';
import type { Way } from '../installation/way';
import type { Job } from '../job/job';
import raw from './often-forgotten.json';

const schema = z.object({
  points: z.array(z.object({ point: z.string(), where: z.string() })),
  counting: z.array(z.object({ thing: z.string(), counts: z.string() })),
  note: z.string(),
});
const data = schema.parse(raw);

/** What counts as one point, and that firms count differently. */
export const whatCounts = { rows: data.counting, note: data.note } as const;

const lights = /light/i;
const everyday = /^(the|and|its|with|of|for|from|behind|under|in|a|or)$/;
const wordsOf = (text: string): readonly string[] =>
  text
    .toLowerCase()
    .split(/[^a-z]+/)
    .filter((word) => word.length > 3 && !everyday.test(word));

/** Points usually forgotten that nothing in the job names, for a circuit of this sort: asked for once. */
export function oftenForgotten(job: Pick<Job, 'points' | 'ways'>, way: Pick<Way, 'load'>): readonly string[] {
  const named = new Set(
    [...[...job.points.values()].map(({ name }) => name), ...[...job.ways.values()].map((w) => w.description ?? '')]
      .flatMap(wordsOf)
      .map(stem),
  );
  const fits = ({ point }: { point: string }) =>
    way.load === 'lighting'
      ? lights.test(point) || /fan/i.test(point)
      : way.load === 'sockets'
        ? !lights.test(point)
        : false;
  return data.points
    .filter(fits)
    .filter(({ point }) => !wordsOf(point).some((word) => named.has(stem(word)) && !general.has(stem(word))))
    .map(({ point }) => point);
}
const stem = (word: string): string => word.replace(/s$/, '');
const general: ReadonlySet<string> = new Set([
  'light',
  'socket',
  'point',
  'spur',
  'supply',
  'feed',
  'isolator',
  'room',
]);
