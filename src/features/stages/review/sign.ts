'use server';

import { headers } from 'next/headers';
import type { PublicKeyCredentialRequestOptionsJSON } from '@simplewebauthn/server';
import * as z from 'zod';
import { confirmPassword } from '../../../server/authentication';
import { type SignResult, signDocument } from '../../../server/sign';
import { askPasskey, confirmPasskey } from '../../../server/signing-passkey';
import { requireAsker } from '../../../server/who';

const signing = z.object({
  jobId: z.uuid(),
  documentId: z.uuid(),
  role: z.string().min(1).max(40),
  upTo: z.number().int().min(0),
});

const short = z.string().max(4000);
/** What says that the asker is who they are: their password, or their passkey's answer. */
const proof = z.discriminatedUnion('by', [
  z.object({ by: z.literal('password'), password: z.string().min(1).max(200) }),
  z.object({
    by: z.literal('passkey'),
    answer: z.looseObject({ id: short, rawId: short, type: short, response: z.record(z.string(), z.unknown()) }),
  }),
]);
const asked = signing.extend({ device: z.string().min(1).max(80), proof });

/** What the passkey of the person asking is to answer, to sign a declaration with it; null where they have none. */
export async function askPasskeyAction(
  fields: z.infer<typeof signing>,
): Promise<PublicKeyCredentialRequestOptionsJSON | null> {
  const asker = await requireAsker();
  const parsed = signing.safeParse(fields);
  return parsed.success ? askPasskey(asker.id, parsed.data) : null;
}

/** Signs a declaration as the person who is asking, once their password or passkey says that it is they. */
export async function signAction(fields: z.infer<typeof asked>): Promise<SignResult> {
  const asker = await requireAsker();
  const parsed = asked.safeParse(fields);
  if (!parsed.success) return { signed: false, reason: 'Not readable: nothing was signed.' };
  const { proof, device, ...declaration } = parsed.data;
  const wrong =
    proof.by === 'password'
      ? await confirmPassword(asker, proof.password, await headers())
      : await confirmPasskey(asker.id, proof.answer, declaration);
  if (wrong) return { signed: false, reason: wrong };
  return signDocument(asker, declaration, new Date(), device);
}
