import * as z from 'zod';
import { slot } from '../../installation/slot';
import { day, line } from '../../installation/text';
import { readingValue } from '../../quantity/reading-value';
import { jobKind } from '../kind';

const earlierVisit = z.object({
  jobId: z.uuid().toLowerCase(),
  reference: line,
  /** When it was inspected; null where that was not said. */
  on: day.nullable(),
  /** The number of the paper it came to, where it came to one. */
  number: line.nullable(),
  /** What governed then, at the places of this job. */
  results: z.array(z.object({ slot, value: readingValue })).max(2000),
});
export type EarlierVisit = z.infer<typeof earlierVisit>;

export const mostVisits = 12;

/** What earlier visits to the same installation came to: beside today's, and never in its place. */
export const earlierBrought = jobKind({
  body: z.object({ visits: z.array(earlierVisit).min(1).max(mostVisits) }),
  touches: ['earlier'],
  office: true,
  ownAct: true,
  apply(job, { body: { visits } }) {
    job.earlier = [...visits];
  },
});
