'use server';

import { headers } from 'next/headers';
import * as z from 'zod';
import { confirmPassword } from '../../../server/authentication';
import { type SignResult, signDocument } from '../../../server/sign';
import { requireAsker } from '../../../server/who';

const asked = z.object({
  jobId: z.uuid(),
  documentId: z.uuid(),
  role: z.string().min(1).max(40),
  upTo: z.number().int().min(0),
  device: z.string().min(1).max(80),
  password: z.string().min(1).max(200),
});

/** Signs a declaration as the person who is asking, once their password says that it is they. */
export async function signAction(fields: z.infer<typeof asked>): Promise<SignResult> {
  const asker = await requireAsker();
  const parsed = asked.safeParse(fields);
  if (!parsed.success) return { signed: false, reason: 'Not readable: nothing was signed.' };
  const { password, device, ...signing } = parsed.data;
  const wrong = await confirmPassword(asker, password, await headers());
  if (wrong) return { signed: false, reason: wrong };
  return signDocument(asker, signing, new Date(), device);
}
