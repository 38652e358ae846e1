import * as z from 'zod';
import { measure, slotAt, keyOf } from '../../installation/slot';
import { line } from '../../installation/text';
import { jobKind } from '../kind';
import { standing } from '../job';
import { whyNotIn } from './document';
import { whyNoWay } from './way';

const snagNoted = z.object({
  snagId: z.uuid().toLowerCase(),
  documentId: z.uuid().toLowerCase(),
  what: line.min(1),
  where: line,
  /** Who mends it. */
  who: line,
  /** The test of a circuit that found it, to be repeated before it counts as mended. */
  test: z.object({ wayId: z.uuid().toLowerCase(), measure }).nullable(),
});
type SnagNoted = z.infer<typeof snagNoted>;
export type Snag = SnagNoted & {
  readonly entryId: string;
  /** The readings that stood in its slot when it was noted. */
  readonly before: ReadonlySet<string>;
  readonly cleared: { readonly how: string; readonly at: string; readonly by: string } | null;
};

/** Something in one's own new work that is not right yet: no certificate while one is open. */
export const snagMade = jobKind({
  body: snagNoted,
  touches: ['snags'],
  apply(job, { id, body }) {
    const slot = body.test && slotAt({ of: 'way', id: body.test.wayId }, body.test.measure);
    const before = new Set(slot ? standing(job.readings.get(keyOf(slot))).map((reading) => reading.id) : []);
    job.snags.push({ ...body, entryId: id, before, cleared: null });
  },
  admit(job, { snagId, documentId, test }, { lists }) {
    if (job.snags.some((snag) => snag.snagId === snagId)) return 'That snag is noted already.';
    const wrong = whyNotIn(job, documentId);
    if (wrong || !test) return wrong;
    return (
      whyNoWay(job, test.wayId) ?? (lists.tests.on('way', test.measure) ? null : 'There is no such test of a circuit.')
    );
  },
});

/** Mended: by what, once its test was repeated. */
export const snagClears = jobKind({
  body: z.object({ snagId: z.uuid().toLowerCase(), how: line.min(1) }),
  touches: ['snags'],
  apply(job, { body: { snagId, how }, madeAt, madeBy }) {
    job.snags = job.snags.map((snag) =>
      snag.snagId === snagId ? { ...snag, cleared: { how, at: madeAt, by: madeBy } } : snag,
    );
  },
  admit(job, { snagId }) {
    const snag = job.snags.find((each) => each.snagId === snagId);
    if (!snag) return 'There is no such snag.';
    if (snag.cleared) return 'That snag is already fixed. Add a new snag.';
    const wrong = whyNotIn(job, snag.documentId);
    if (wrong || !snag.test) return wrong;
    const slot = slotAt({ of: 'way', id: snag.test.wayId }, snag.test.measure);
    const again = standing(job.readings.get(keyOf(slot))).some((reading) => !snag.before.has(reading.id));
    return again ? null : 'Repeat its test first: there is no reading since the snag was added.';
  },
});
