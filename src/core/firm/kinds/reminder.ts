import * as z from 'zod';
import { line } from '../../installation/text';
import { firmKind } from '../kind';

const reminderMade = z.object({
  /** What it is about, by its key in the list of what is due. */
  about: line.min(1),
  to: line.min(1),
  subject: line.min(1),
});
export type Reminder = z.infer<typeof reminderMade> & { readonly at: string };

/** A letter was put in the post that reminds somebody of what is due. */
export const reminderIsMade = firmKind({
  body: reminderMade,
  ownAct: true,
  office: true,
  touches: ['reminders'],
  apply: (firm, { body, madeAt }) => void firm.reminders.set(body.about, { ...body, at: madeAt }),
});
