import * as z from 'zod';
import { pointFields } from '../../installation/point';
import { unchanged } from '../../ledger/kind';
import type { Job } from '../job';
import { jobKind } from '../kind';
import { someReading } from '../standing';
import { tracedBy } from './traced';
import { whyNoWay } from './way';

const pointId = z.uuid().toLowerCase();

export const whyNoPoint = (job: Job, id: string): string | null =>
  job.points.has(id) ? null : 'There is no such point in this job.';

export const pointAdded = jobKind({
  body: z.object({ pointId, wayId: z.uuid().toLowerCase(), fields: pointFields }),
  versions: [
    {
      name: 'says how it is switched, and whether its circuit is known',
      upcast: (body) => {
        const { fields, ...rest } = (body ?? {}) as { fields?: object };
        return { ...rest, fields: { switching: 'none', unplaced: false, ...fields } };
      },
    },
  ],
  touches: ['points'],
  apply(job, { body }) {
    job.points.set(body.pointId, { id: body.pointId, wayId: body.wayId, ...body.fields });
  },
  admit: (job, body) => (job.points.has(body.pointId) ? 'That point is there already.' : whyNoWay(job, body.wayId)),
  strike(job, { body }) {
    const used = someReading(job, ({ slot: { on } }) => on.of === 'point' && on.id === body.pointId);
    return used ? 'This point has readings. Remove those first, or move it.' : null;
  },
});

export const pointDescribed = jobKind({
  body: z.object({ pointId, fields: pointFields.partial() }),
  versions: [unchanged('may say how it is switched')],
  touches: ['points'],
  apply(job, { body }) {
    const point = job.points.get(body.pointId);
    if (point) job.points.set(point.id, { ...point, ...body.fields });
  },
  admit: (job, body) => whyNoPoint(job, body.pointId),
});

/** It is on another circuit than was thought, with how that was found. */
export const pointMoved = jobKind({
  body: z.object({
    pointId,
    wayId: z.uuid().toLowerCase(),
    order: z.number().int().min(1).max(500),
    foundBy: z.enum(tracedBy).optional(),
  }),
  versions: [unchanged('may say how it was found')],
  touches: ['points'],
  apply(job, { body }) {
    const point = job.points.get(body.pointId);
    if (point) job.points.set(point.id, { ...point, wayId: body.wayId, order: body.order, unplaced: false });
  },
  admit: (job, body) => whyNoPoint(job, body.pointId) ?? whyNoWay(job, body.wayId),
});
