import 'server-only';
import { v7 } from 'uuid';
import { firmStream } from '../core/catalogue';
import { forStream } from './connection';
import { isPostOpen } from './post-office';
import { queueLetter } from './queue';
import { isOnRecord, whyNoLetter } from './quotas';
import { type FirmActor, appendWithin } from './streams';

export type Reminded = { readonly ok: true } | { readonly ok: false; readonly problem: string };

type Letter = { readonly about: string; readonly to: string; readonly subject: string; readonly text: string };

/** Puts a letter in the post and says so in the firm's stream, both or neither. */
export async function remind(actor: FirmActor, { about, to, subject, text }: Letter): Promise<Reminded> {
  if (!isPostOpen())
    return { ok: false, problem: 'This server sends no e-mail. Copy the message and send it yourself.' };
  let committed: (() => void) | undefined;
  const result = await forStream(actor.firmId, actor.firmId, async (tx): Promise<Reminded> => {
    if (!(await isOnRecord(tx, actor.firmId, to)))
      return {
        ok: false,
        problem: 'Save this address for the client first. Reminders go only to clients. Nothing was sent.',
      };
    const enough = await whyNoLetter(tx, actor.firmId, to);
    if (enough) return { ok: false, problem: enough };
    const made = { id: v7(), madeAt: new Date().toISOString(), device: 'the application' };
    const appended = await appendWithin(tx, actor, 'firm', actor.firmId, [
      firmStream.draft('reminder.made', { about, to, subject }, made),
    ]);
    const [told] = appended?.results ?? [];
    if (!appended || !told?.accepted)
      return { ok: false, problem: told && !told.accepted ? told.reason : 'There is no such firm.' };
    await queueLetter(tx, { to, subject, text, firmId: actor.firmId, linkId: null });
    committed = appended.committed;
    return { ok: true };
  });
  committed?.();
  return result;
}
