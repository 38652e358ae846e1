import 'server-only';
import { v7 } from 'uuid';
import { firmStream } from '../core/catalogue';
import { forStream } from './connection';
import { firmState } from './people';
import { isPostOpen } from './post-office';
import { queueLetter } from './queue';
import { type FirmActor, appendWithin } from './streams';

export type Reminded = { readonly ok: true } | { readonly ok: false; readonly problem: string };

type Letter = { readonly about: string; readonly to: string; readonly subject: string; readonly text: string };

const mostADay = 200;

/** Whether as many reminders went within a day as anybody needs. */
async function sentToday(firmId: string): Promise<boolean> {
  const since = new Date(Date.now() - 86_400_000).toISOString();
  const sent = [...(await firmState(firmId)).entries.values()].filter(
    ({ kind, madeAt }) => kind === 'reminder.made' && madeAt > since,
  );
  return sent.length >= mostADay;
}

/** Puts a letter in the post and says so in the firm's stream, both or neither. */
export async function remind(actor: FirmActor, { about, to, subject, text }: Letter): Promise<Reminded> {
  if (!isPostOpen()) return { ok: false, problem: 'No mail server is set here: copy the letter and send it yourself.' };
  if (await sentToday(actor.firmId))
    return { ok: false, problem: 'Enough letters for a day: go on tomorrow. Nothing was sent.' };
  let committed: (() => void) | undefined;
  const result = await forStream(actor.firmId, actor.firmId, async (tx): Promise<Reminded> => {
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
