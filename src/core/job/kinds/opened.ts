import * as z from 'zod';
import { editionIds } from '../../edition/pack';
import { line } from '../../installation/text';
import { jobKind } from '../kind';
import { beginDocument } from './document';

const jobOpened = z.object({
  reference: line,
  /** The document a job of the first floor was opened for; since then documents are begun by entries of their own. */
  began: z.object({ kind: z.string().max(12), edition: z.enum(editionIds) }).nullable(),
});
export type JobOpened = z.infer<typeof jobOpened>;

/** One visit to one installation. */
export const opened = jobKind({
  body: jobOpened,
  versions: [
    {
      name: 'documents are begun by entries of their own',
      upcast: (body) => {
        const { document, edition, reference } = (body ?? {}) as Record<string, unknown>;
        return { reference, began: { kind: document, edition } };
      },
    },
  ],
  touches: ['documents'],
  office: true,
  ownAct: true,
  apply(job, entry) {
    if (job.opened) return;
    job.opened = entry;
    if (entry.body.began)
      beginDocument(
        job,
        { documentId: entry.id, ...entry.body.began, covers: null, because: null, replaces: null },
        entry.madeAt,
      );
  },
  admit: (job) => (job.opened ? 'The job is open already.' : null),
  strike: () => 'This entry cannot be struck.',
});
