import * as z from 'zod';
import { line } from '../../installation/text';
import { jobKind } from '../kind';
import { whyNoWay } from './way';

/** How it is found what a circuit feeds: by what responds at the points, by switching, by a tone along the cable. */
export const tracedBy = ['answers', 'switching', 'tone'] as const;
export type TracedBy = (typeof tracedBy)[number];
export const tracedByWords: Record<TracedBy, string> = {
  answers: 'by what responds',
  switching: 'by switching',
  tone: 'by the tester’s tone',
};

const circuitTraced = z.object({
  wayId: z.uuid().toLowerCase(),
  by: z.enum(tracedBy),
  /** What it feeds; null where it leads nowhere that was found, and is off. */
  feeds: line.min(1).nullable(),
});
export type Traced = z.infer<typeof circuitTraced> & { readonly at: string };

/** An unknown circuit was followed: what it feeds, or that it leads nowhere. */
export const circuitIsTraced = jobKind({
  body: circuitTraced,
  touches: ['traced', 'ways'],
  apply(job, { body, madeAt }) {
    job.traced.set(body.wayId, { ...body, at: madeAt });
    const way = job.ways.get(body.wayId);
    if (way && body.feeds) job.ways.set(way.id, { ...way, description: body.feeds });
  },
  admit: (job, { wayId }) => whyNoWay(job, wayId),
});
