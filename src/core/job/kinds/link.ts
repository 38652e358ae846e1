import * as z from 'zod';
import { subject } from '../../installation/slot';
import { line } from '../../installation/text';
import { unchanged } from '../../ledger/kind';
import { jobKind } from '../kind';

export const linkSorts = [
  'L–CPC link',
  'ring cross-connection',
  'L+N link',
  'neutral off',
  'CPC off',
  'bond off',
  'electrode off',
  'earthing conductor off',
  'circuit opened',
] as const;
export type LinkSort = (typeof linkSorts)[number];

const linkMade = z.object({
  linkId: z.uuid().toLowerCase(),
  sort: z.enum(linkSorts),
  on: subject,
  where: line.min(1),
  test: line.nullable(),
});
const linkCleared = z.object({ linkId: z.uuid().toLowerCase() });
type LinkMade = z.infer<typeof linkMade>;
export type Link = LinkMade & { readonly madeAt: string; readonly clearedAt: string | null };

/** A temporary link or disconnection, as it is made. */
export const linkMakes = jobKind({
  body: linkMade,
  versions: [unchanged('a circuit may be opened')],
  touches: ['links'],
  apply: (job, entry) => void job.links.push({ ...entry.body, madeAt: entry.madeAt, clearedAt: null }),
  admit: (job, body) => (job.links.some((link) => link.linkId === body.linkId) ? 'That link is there already.' : null),
});

export const linkClears = jobKind({
  body: linkCleared,
  apply(job, { body, madeAt }) {
    job.links = job.links.map((link) => (link.linkId === body.linkId ? { ...link, clearedAt: madeAt } : link));
  },
  admit(job, body) {
    const link = job.links.find((each) => each.linkId === body.linkId);
    return !link ? 'There is no such link.' : link.clearedAt ? 'That link is out already.' : null;
  },
});
