import * as z from 'zod';
import { day, line } from '../../installation/text';
import type { InMaking } from '../../ledger/kind';
import type { Job } from '../job';
import { dayHere } from '../../words/moment';
import { jobKind } from '../kind';

const dutyMet = z.object({
  documentId: z.uuid().toLowerCase(),
  /** Which of the duties that follow from the document. */
  duty: line.min(1),
  on: day,
  /** To whom, under which number, how. */
  note: line,
});
export type DutyMet = z.infer<typeof dutyMet>;

/** By what a duty that was met is found again. */
export const dutyKey = (documentId: string, duty: string): string => `${documentId} ${duty}`;

/** Something that follows from an issued document was done: a copy given, a notice made, work confirmed. */
export const met = jobKind({
  body: dutyMet,
  touches: ['duties'],
  office: true,
  paper: true,
  apply: (job: InMaking<Job>, { body }) => void job.duties.set(dutyKey(body.documentId, body.duty), body),
  admit(job, { documentId, on }, { madeAt }) {
    if (!job.documents.find(({ id }) => id === documentId)?.issued)
      return 'Duties follow from a document that is issued: this one is not.';
    return on > dayHere(new Date(madeAt)) ? 'The date cannot be in the future.' : null;
  },
});
