import { createHash, createSign, generateKeyPairSync, randomBytes, randomUUID } from 'node:crypto';
import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { authenticationDatabase } from '../../src/server/connection';
import { passkey } from '../../src/server/schema';
import type { Signing } from '../../src/server/sign';
import { askPasskey, confirmPasskey } from '../../src/server/signing-passkey';
import { asOwner } from '../support/database';
import { newFirm } from '../support/firm';

const sha256 = (data: Buffer | string) => createHash('sha256').update(data).digest();
const base64url = (data: Buffer | string) => Buffer.from(data).toString('base64url');

/** A device with one key, written from the standard: what it signs is its data and the hash of what the browser saw. */
function device() {
  const { publicKey, privateKey } = generateKeyPairSync('ec', { namedCurve: 'P-256' });
  const { x = '', y = '' } = publicKey.export({ format: 'jwk' });
  const cose = Buffer.concat([
    Buffer.from('a5010203262001215820', 'hex'),
    Buffer.from(x, 'base64url'),
    Buffer.from('225820', 'hex'),
    Buffer.from(y, 'base64url'),
  ]);
  const id = base64url(randomBytes(16));
  const answer = (challenge: string, { origin = home(), unlocked = true, count = 1 } = {}) => {
    const counter = Buffer.alloc(4);
    counter.writeUInt32BE(count);
    const seen = Buffer.from(JSON.stringify({ type: 'webauthn.get', challenge, origin, crossOrigin: false }));
    const data = Buffer.concat([sha256('localhost'), Buffer.from([unlocked ? 0x05 : 0x01]), counter]);
    const signature = createSign('SHA256')
      .update(Buffer.concat([data, sha256(seen)]))
      .sign(privateKey);
    const response = {
      clientDataJSON: base64url(seen),
      authenticatorData: base64url(data),
      signature: base64url(signature),
    };
    return { id, rawId: id, type: 'public-key', clientExtensionResults: {}, response };
  };
  return { id, cose, answer };
}
const home = () => `http://localhost:${new URL(process.env.APP_URL ?? '').port}`;

const signing = (): Signing => ({ jobId: randomUUID(), documentId: randomUUID(), role: 'inspector', upTo: 12 });
type Device = ReturnType<typeof device>;
let mine: Device;
let theirs: Device;
let me: string;
let colleague: string;

async function keep({ id, cose }: Device, userId: string) {
  await authenticationDatabase()
    .insert(passkey)
    .values({
      id: randomUUID(),
      name: 'Phone',
      publicKey: cose.toString('base64'),
      userId,
      credentialID: id,
      counter: 0,
      deviceType: 'singleDevice',
      backedUp: false,
    });
}
const ask = async (of: string, what: Signing) => (await askPasskey(of, what))?.challenge ?? '';

beforeAll(async () => {
  me = (await newFirm('Passkeys')).id;
  colleague = (await newFirm('Other passkeys')).id;
});
beforeEach(async () => {
  await asOwner((c) => c.query('delete from passkey'));
  mine = device();
  theirs = device();
  await keep(mine, me);
  await keep(theirs, colleague);
});

describe('a signature by passkey', () => {
  it('holds for the declaration it was asked for, once', async () => {
    const declaration = signing();
    const challenge = await ask(me, declaration);
    expect(await confirmPasskey(me, mine.answer(challenge), declaration)).toBeNull();
    expect(await confirmPasskey(me, mine.answer(challenge, { count: 2 }), declaration)).toMatch(/nothing was signed/i);
  });

  it.each<[string, (declaration: Signing) => Signing]>([
    ['another role', (d) => ({ ...d, role: 'authoriser' })],
    ['another document', (d) => ({ ...d, documentId: randomUUID() })],
    ['another job', (d) => ({ ...d, jobId: randomUUID() })],
    ['a job that went on', (d) => ({ ...d, upTo: d.upTo + 1 })],
  ])('does not hold for %s', async (_what, other) => {
    const declaration = signing();
    const challenge = await ask(me, declaration);
    expect(await confirmPasskey(me, mine.answer(challenge), other(declaration))).toMatch(/nothing was signed/i);
  });

  it.each<[string, (challenge: string) => unknown]>([
    ['a device nobody unlocked', (challenge) => mine.answer(challenge, { unlocked: false })],
    ['another address', (challenge) => mine.answer(challenge, { origin: 'https://elsewhere.example' })],
    ['another question', () => mine.answer(base64url(randomBytes(32)))],
    ["a colleague's passkey", (challenge) => theirs.answer(challenge)],
    [
      "a colleague's key under my passkey's name",
      (challenge) => ({ ...theirs.answer(challenge), id: mine.id, rawId: mine.id }),
    ],
    ['nothing', () => null],
    ['a number', () => 7],
    ['what is half an answer', () => ({ id: mine.id, rawId: mine.id, type: 'public-key', response: {} })],
  ])('is refused from %s', async (_what, answer) => {
    const declaration = signing();
    const challenge = await ask(me, declaration);
    expect(await confirmPasskey(me, answer(challenge), declaration)).toMatch(/nothing was signed/i);
  });

  it('is refused after three minutes, and where the device counts backwards', async () => {
    const late = signing();
    const challenge = await ask(me, late);
    await asOwner((c) => c.query("update verification set expires_at = now() - interval '1 second'"));
    expect(await confirmPasskey(me, mine.answer(challenge), late)).toMatch(/nothing was signed/i);
    const first = signing();
    expect(await confirmPasskey(me, mine.answer(await ask(me, first), { count: 9 }), first)).toBeNull();
    const copied = signing();
    expect(await confirmPasskey(me, mine.answer(await ask(me, copied), { count: 9 }), copied)).toMatch(/nothing/i);
  });

  it('is asked of nobody who has none', async () => {
    await asOwner((c) => c.query('delete from passkey'));
    expect(await askPasskey(me, signing())).toBeNull();
  });
});
