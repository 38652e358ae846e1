'use server';

import { documentKinds } from '../../core/certificates/documents';
import { v7 } from 'uuid';
import * as z from 'zod';
import { firmStream } from '../../core/catalogue';
import { line } from '../../core/installation/text';
import { append } from '../../server/streams';
import { requireAsker } from '../../server/who';

const missed = z.object({ what: line.min(1), document: z.enum(documentKinds).nullable().catch(null) });

/** Puts what was missed on the firm's list; answers only what is in the way. */
export async function missedAction(form: unknown): Promise<string | null> {
  const asker = await requireAsker();
  const parsed = missed.safeParse(form);
  if (!parsed.success) return 'It cannot be read: nothing was kept.';
  const made = { id: v7(), madeAt: new Date().toISOString(), device: 'office form' };
  const [result] =
    (await append(asker, 'firm', asker.firmId, [firmStream.draft('missed.noted', parsed.data, made)])) ?? [];
  return result?.accepted ? null : (result?.reason ?? 'There is no such firm.');
}
