'use server';

import { randomUUID } from 'node:crypto';
import * as z from 'zod';
import { jobStream } from '../../core/catalogue';
import { type Told, giveNotice } from '../../server/notices';
import { append } from '../../server/streams';
import { requireAsker } from '../../server/who';

const met = z.object({
  jobId: z.uuid(),
  documentId: z.uuid(),
  duty: z.string().min(1).max(200),
  on: z.iso.date(),
  note: z.string().trim().max(200),
});

/** Records that a duty was met. */
export async function dutyMetAction(form: unknown): Promise<{ ok: true } | { ok: false; problem: string }> {
  const asker = await requireAsker();
  const parsed = met.safeParse(form);
  if (!parsed.success) return { ok: false, problem: 'Something in the form cannot be read: nothing was recorded.' };
  const { jobId, ...body } = parsed.data;
  const draft = jobStream.draft('duty.met', body, {
    id: randomUUID(),
    madeAt: new Date().toISOString(),
    device: 'office form',
  });
  const [recorded] = (await append(asker, 'job', jobId, [draft])) ?? [];
  return recorded?.accepted ? { ok: true } : { ok: false, problem: recorded?.reason ?? 'There is no such job.' };
}

export async function giveNoticeAction(issueId: unknown): Promise<Told> {
  const asker = await requireAsker();
  const id = z.uuid().safeParse(issueId);
  return id.success ? giveNotice(asker, id.data, new Date()) : { ok: false, problem: 'There is no such document.' };
}
