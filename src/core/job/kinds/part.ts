import * as z from 'zod';
import { line } from '../../installation/text';
import { readingValue } from '../../quantity/reading-value';
import type { Job } from '../job';
import { jobKind } from '../kind';

export const partSorts = ['extraneous', 'exposed'] as const;
const partNamed = z.object({
  partId: z.uuid().toLowerCase(),
  /** The room of bathing it is in, by its name in the walk. */
  place: line.min(1),
  name: line.min(1),
  /** Metal that comes in from outside, or metalwork of electrical equipment. */
  sort: z.enum(partSorts),
  /** Not there after all. */
  gone: z.boolean(),
});
export type Part = Omit<z.infer<typeof partNamed>, 'gone'>;

/** Metal within reach in a room of bathing, that supplementary bonding has to join. */
export const partIsNamed = jobKind({
  body: partNamed,
  touches: ['parts'],
  apply(job, { body: { gone, ...part } }) {
    if (gone) job.parts.delete(part.partId);
    else job.parts.set(part.partId, part);
  },
});

/** The main earthing terminal, as the other end of a pair. */
export const mainTerminal = 'main earthing terminal';
const end = z.union([z.uuid().toLowerCase(), z.literal(mainTerminal)]);
const pairRead = z
  .object({
    from: z.uuid().toLowerCase(),
    to: end,
    /** In ohm; null takes it back. */
    value: readingValue.nullable(),
    instrumentId: z.uuid().toLowerCase().nullable(),
  })
  .refine(({ from, to }) => from !== to, 'A part is no pair with itself.');
export type PairRead = z.infer<typeof pairRead> & { readonly at: string };

/** One name a pair has, whichever end is named first. */
export const pairKey = (one: string, other: string): string => [one, other].sort().join(' ');

const isPart = (job: Pick<Job, 'parts'>, id: string): boolean => id === mainTerminal || job.parts.has(id);

/** Resistance between two parts that can be touched at once, or from one of them to the main earthing terminal. */
export const pairIsRead = jobKind({
  body: pairRead,
  touches: ['pairs'],
  apply(job, { body, madeAt }) {
    const key = pairKey(body.from, body.to);
    if (body.value) job.pairs.set(key, { ...body, at: madeAt });
    else job.pairs.delete(key);
  },
  admit: (job, { from, to }) => (isPart(job, from) && isPart(job, to) ? null : 'There is no such part in this job.'),
});
