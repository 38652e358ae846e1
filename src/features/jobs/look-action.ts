'use server';

import { v7 } from 'uuid';
import * as z from 'zod';
import { firmStream } from '../../core/catalogue';
import { line } from '../../core/installation/text';
import { append } from '../../server/streams';
import { daysFrom } from '../../server/today';
import { requireAsker } from '../../server/who';

const look = z.object({ instrumentIds: z.array(z.uuid()).min(1).max(12), sound: z.boolean(), what: line });

/** Records that instruments were looked over; answers only what is in the way. */
export async function lookAction(form: unknown): Promise<string | null> {
  const asker = await requireAsker();
  const parsed = look.safeParse(form);
  if (!parsed.success) return 'It cannot be read: nothing was kept.';
  const made = { id: v7(), madeAt: new Date().toISOString(), device: 'office form' };
  const draft = firmStream.draft('look.made', { ...parsed.data, on: daysFrom(0) }, made);
  const [result] = (await append(asker, 'firm', asker.firmId, [draft])) ?? [];
  return result?.accepted ? null : (result?.reason ?? 'There is no such firm.');
}
