import * as z from 'zod';
import { day, line, paragraph } from '../../installation/text';
import { jobKind } from '../kind';
import { changeDocument, ofTheFirst, whyNotIn } from './document';

const documentId = z.uuid().toLowerCase().nullable();

/** The condition in plain words. */
export const summarised = jobKind({
  body: z.object({ documentId, text: paragraph }),
  versions: [ofTheFirst],
  touches: ['documents'],
  apply: (job, { body }) => changeDocument(job, body.documentId, () => ({ summary: body.text })),
  admit: (job, body) => whyNotIn(job, body.documentId),
});

/** The inspector assesses it otherwise than the codes say. */
export const overruled = jobKind({
  body: z.object({ documentId, outcome: z.enum(['satisfactory', 'unsatisfactory']), reason: paragraph.min(1) }),
  versions: [ofTheFirst],
  touches: ['documents'],
  apply: (job, { body: { documentId: id, outcome, reason } }) =>
    changeDocument(job, id, () => ({ overruled: { outcome, reason } })),
  admit: (job, body) => whyNotIn(job, body.documentId),
});

/** When somebody should look again, and why. */
export const recommended = jobKind({
  body: z.object({ documentId, dueOn: day, reason: line.min(1) }),
  versions: [ofTheFirst],
  touches: ['documents'],
  apply: (job, { body: { documentId: id, dueOn, reason } }) =>
    changeDocument(job, id, () => ({ comeBack: { dueOn, reason } })),
  admit: (job, body) => whyNotIn(job, body.documentId),
});
