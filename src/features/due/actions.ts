'use server';

import * as z from 'zod';
import { line, paragraph } from '../../core/installation/text';
import { type Reminded, remind } from '../../server/reminders';
import { requireAsker } from '../../server/who';

const letter = z.object({
  about: line.min(1),
  to: z.email('Enter an e-mail address.').max(200),
  subject: line.min(1, 'Enter a subject.'),
  text: paragraph.min(1, 'Enter a message.'),
});

/** Sends a reminder as it was read over. */
export async function remindAction(form: unknown): Promise<Reminded> {
  const asker = await requireAsker();
  const parsed = letter.safeParse(form);
  return parsed.success
    ? remind(asker, parsed.data)
    : { ok: false, problem: `${parsed.error.issues[0]?.message ?? 'It cannot be read.'} Nothing was sent.` };
}
