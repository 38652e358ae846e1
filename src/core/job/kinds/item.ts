import * as z from 'zod';
import { line } from '../../installation/text';
import { jobKind } from '../kind';
import { needsReason, outcomes } from '../outcome';
import { changeDocument, ofTheFirst, whyNotIn } from './document';

const itemMarked = z
  .object({
    documentId: z.uuid().toLowerCase().nullable(),
    item: line,
    outcome: z.enum(outcomes),
    reason: line.nullable(),
  })
  .refine((b) => !needsReason(b.outcome) || (b.reason ?? '') !== '', {
    error: 'LIM and N/V need a reason in words',
    path: ['reason'],
  });
export type ItemMarked = z.infer<typeof itemMarked>;

/** An item of a document's schedule of inspections, as it was found. */
export const marked = jobKind({
  body: itemMarked,
  versions: [ofTheFirst],
  touches: ['documents'],
  apply: (job, entry) =>
    changeDocument(job, entry.body.documentId, ({ items }) => ({
      items: new Map(items).set(entry.body.item, entry),
    })),
  admit(job, { documentId, item, outcome }, { lists }) {
    const wrong = whyNotIn(job, documentId);
    const document = documentId === null ? job.documents[0] : job.documents.find(({ id }) => id === documentId);
    if (wrong || !document) return wrong;
    const definition = lists.documents.of(document.kind);
    const schedule = definition?.schedule(lists.documents.view(job, document).pack) ?? [];
    if (!schedule.some((row) => row.item === item)) return `There is no inspection item ${item} in this edition.`;
    return definition?.outcomes.includes(outcome)
      ? null
      : `The schedule of an ${document.kind} does not take ${outcome}.`;
  },
});
