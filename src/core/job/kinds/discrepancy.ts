import * as z from 'zod';
import { paragraph } from '../../installation/text';
import { jobKind } from '../kind';
import { changeDocument, whyNotIn } from './document';

/** Why two things in a document that seem to contradict one another both stand. Null takes the explanation back. */
export const discrepancyExplained = jobKind({
  body: z.object({
    documentId: z.uuid().toLowerCase(),
    /** The rule, what it is about and the figures: other figures ask anew. */
    key: z.string().min(1).max(400),
    reason: paragraph.min(1).nullable(),
  }),
  touches: ['documents'],
  apply: (job, { body: { documentId, key, reason } }) =>
    changeDocument(job, documentId, ({ explained }) => {
      const next = new Map(explained);
      if (reason === null) next.delete(key);
      else next.set(key, reason);
      return { explained: next };
    }),
  admit: (job, { documentId }) => whyNotIn(job, documentId),
});
