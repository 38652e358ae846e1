import 'server-only';
import { randomUUID } from 'node:crypto';
import {
  type AuthenticationResponseJSON,
  type AuthenticatorTransportFuture,
  type PublicKeyCredentialRequestOptionsJSON,
  generateAuthenticationOptions,
  verifyAuthenticationResponse,
} from '@simplewebauthn/server';
import { and, eq, lt, or } from 'drizzle-orm';
import * as z from 'zod';
import { authenticationDatabase } from './connection';
import { passkey, verification } from './schema';
import type { Signing } from './sign';
import { passkeyHome } from './two-step-sign-in';

/** How long a signature by passkey may take. */
const askedMillis = 3 * 60_000;
const identifierOf = (personId: string) => `signing:${personId}`;
const askedFor = z.object({ challenge: z.string(), signing: z.string() });
const nameOf = ({ jobId, documentId, role, upTo }: Signing): string => JSON.stringify([jobId, documentId, role, upTo]);

const transportsOf = (text: string | null) =>
  (text ?? '').split(',').filter((each): each is AuthenticatorTransportFuture => each !== '');

/** What a passkey is asked to sign for one declaration, of one person, once; null where they have none. */
export async function askPasskey(
  personId: string,
  signing: Signing,
): Promise<PublicKeyCredentialRequestOptionsJSON | null> {
  const database = authenticationDatabase();
  const held = await database.select().from(passkey).where(eq(passkey.userId, personId)).limit(50);
  if (held.length === 0) return null;
  const options = await generateAuthenticationOptions({
    rpID: passkeyHome().id,
    userVerification: 'required',
    allowCredentials: held.map(({ credentialID, transports }) => ({
      id: credentialID,
      transports: transportsOf(transports),
    })),
  });
  const identifier = identifierOf(personId);
  await database
    .delete(verification)
    .where(or(eq(verification.identifier, identifier), lt(verification.expiresAt, new Date())));
  await database.insert(verification).values({
    id: randomUUID(),
    identifier,
    value: JSON.stringify({ challenge: options.challenge, signing: nameOf(signing) }),
    expiresAt: new Date(Date.now() + askedMillis),
  });
  return options;
}

const no = 'The passkey did not match this request. Nothing was signed. Try again.';

/** Whether an answer is of the person's own passkey, to what was asked for this very declaration; null where it is. */
export async function confirmPasskey(personId: string, answer: unknown, signing: Signing): Promise<string | null> {
  const database = authenticationDatabase();
  // Taken away with the question: an answer counts once.
  const [row] = await database
    .delete(verification)
    .where(eq(verification.identifier, identifierOf(personId)))
    .returning({ value: verification.value, expiresAt: verification.expiresAt });
  const asked = row && row.expiresAt > new Date() ? askedFor.parse(JSON.parse(row.value)) : null;
  if (!asked || asked.signing !== nameOf(signing)) return no;
  const credentialId = (answer as { id?: unknown } | null)?.id;
  if (typeof credentialId !== 'string') return no;
  const [held] = await database
    .select()
    .from(passkey)
    .where(and(eq(passkey.userId, personId), eq(passkey.credentialID, credentialId)));
  if (!held) return no;
  const { id, origins } = passkeyHome();
  const verified = await verifyAuthenticationResponse({
    response: answer as AuthenticationResponseJSON,
    expectedChallenge: asked.challenge,
    expectedOrigin: origins,
    expectedRPID: id,
    requireUserVerification: true,
    credential: {
      id: held.credentialID,
      publicKey: new Uint8Array(Buffer.from(held.publicKey, 'base64')),
      counter: held.counter,
      transports: transportsOf(held.transports),
    },
  }).catch(() => null);
  if (!verified?.verified) return no;
  await database
    .update(passkey)
    .set({ counter: verified.authenticationInfo.newCounter })
    .where(eq(passkey.id, held.id));
  return null;
}
