import 'server-only';
import { createCipheriv, createDecipheriv, createHash, hkdfSync, randomBytes } from 'node:crypto';
import * as asn1 from 'asn1js';
import { and, desc, eq } from 'drizzle-orm';
import * as pki from 'pkijs';
import { v7 } from 'uuid';
import { env } from '../env';
import { forFirm } from './connection';
import { firm, firmKey } from './schema';

/**
 * The key a firm's papers are signed with, and the certificate that says whose it is. This installation certifies the
 * keys of its firms with a key of its own (`SIGNING_KEY`); without one, papers carry no signature of this sort.
 */
export type SigningKey = {
  /** Whom the certificate names. */
  readonly name: string;
  readonly key: CryptoKey;
  readonly certificate: pki.Certificate;
  readonly authority: pki.Certificate;
};

const algorithm = { name: 'ECDSA', namedCurve: 'P-256' } as const;
const hash = 'SHA-256';
const yearMillis = 365.25 * 86_400_000;
/** A firm's certificate holds so long, and another is made once so little of it is left. */
const firmYears = 10;
const leastYearsLeft = 2;
const authorityYears = 30;

const engine = () => {
  pki.setEngine('node', new pki.CryptoEngine({ name: 'node', crypto: globalThis.crypto as never }));
  return globalThis.crypto.subtle;
};

const named = (fields: readonly (readonly [string, string])[]) =>
  fields.map(
    ([type, value]) =>
      new pki.AttributeTypeAndValue({ type, value: new asn1.Utf8String({ value: value.slice(0, 64) }) }),
  );
const commonName = '2.5.4.3';
const organisation = '2.5.4.10';

/** The private key of this installation that certifies its firms' keys; null where it has none. */
async function authorityKey(): Promise<{ readonly own: CryptoKey; readonly its: CryptoKey } | null> {
  const text = env().SIGNING_KEY;
  if (!text) return null;
  const subtle = engine();
  const own = await subtle.importKey('pkcs8', Buffer.from(text, 'base64'), algorithm, true, ['sign']);
  const { d: _secret, key_ops: _ops, ...its } = await subtle.exportKey('jwk', own);
  return { own, its: await subtle.importKey('jwk', its, algorithm, true, ['verify']) };
}

type Certified = {
  readonly subject: readonly (readonly [string, string])[];
  readonly publicKey: CryptoKey;
  readonly from: Date;
  readonly years: number;
  /** Certifies others; otherwise it signs documents. */
  readonly certifies: boolean;
};

async function certify(
  { subject, publicKey, from, years, certifies }: Certified,
  issuer: readonly (readonly [string, string])[],
  by: { readonly own: CryptoKey; readonly its: CryptoKey },
): Promise<pki.Certificate> {
  const certificate = new pki.Certificate();
  certificate.version = 2;
  // Positive and of even length, whatever the random bits.
  certificate.serialNumber = new asn1.Integer({ valueHex: Uint8Array.from([1, ...randomBytes(15)]).buffer });
  certificate.issuer.typesAndValues = named(issuer);
  certificate.subject.typesAndValues = named(subject);
  certificate.notBefore = timeOf(from);
  certificate.notAfter = timeOf(new Date(from.getTime() + years * yearMillis));
  await certificate.subjectPublicKeyInfo.importKey(publicKey);
  const extension = (extnID: string, critical: boolean, value: asn1.AsnType) =>
    new pki.Extension({ extnID, critical, extnValue: value.toBER(false) });
  const keyIdOf = async (key: CryptoKey) => {
    const info = new pki.PublicKeyInfo();
    await info.importKey(key);
    return createHash('sha1').update(Buffer.from(info.subjectPublicKey.valueBlock.valueHexView)).digest();
  };
  const uses = certifies ? 0b00000110 : 0b11000000;
  certificate.extensions = [
    extension('2.5.29.19', true, new pki.BasicConstraints({ cA: certifies }).toSchema()),
    extension(
      '2.5.29.15',
      true,
      new asn1.BitString({ valueHex: Uint8Array.of(uses).buffer, unusedBits: certifies ? 1 : 6 }),
    ),
    extension('2.5.29.14', false, new asn1.OctetString({ valueHex: bufferOf(await keyIdOf(publicKey)) })),
    extension(
      '2.5.29.35',
      false,
      new pki.AuthorityKeyIdentifier({
        keyIdentifier: new asn1.OctetString({ valueHex: bufferOf(await keyIdOf(by.its)) }),
      }).toSchema(),
    ),
  ];
  await certificate.sign(by.own, hash);
  return certificate;
}

/** From 2050 on a time is written with four digits of its year (RFC 5280, 4.1.2.5). */
const timeOf = (value: Date) => new pki.Time({ type: value.getUTCFullYear() < 2050 ? 0 : 1, value });

const bufferOf = (bytes: Uint8Array): ArrayBuffer => Uint8Array.from(bytes).buffer;
const derOf = (certificate: pki.Certificate): Buffer => Buffer.from(certificate.toSchema().toBER(false));
const certificateOf = (der: Uint8Array): pki.Certificate => pki.Certificate.fromBER(bufferOf(der));

/** What the private keys of firms are kept under: known only to who has the installation's key. */
const keptUnder = (firmId: string): Buffer =>
  Buffer.from(hkdfSync('sha256', Buffer.from(env().SIGNING_KEY ?? '', 'base64'), firmId, 'keys of firms', 32));

function seal(secret: Uint8Array, firmId: string): Buffer {
  const nonce = randomBytes(12);
  const cipher = createCipheriv('aes-256-gcm', keptUnder(firmId), nonce);
  return Buffer.concat([nonce, cipher.update(secret), cipher.final(), cipher.getAuthTag()]);
}

/** Null where it was kept under another key of the installation. */
function open(kept: Buffer, firmId: string): Buffer | null {
  const decipher = createDecipheriv('aes-256-gcm', keptUnder(firmId), kept.subarray(0, 12));
  decipher.setAuthTag(kept.subarray(-16));
  try {
    return Buffer.concat([decipher.update(kept.subarray(12, -16)), decipher.final()]);
  } catch {
    return null;
  }
}

/** The firm's key as of a moment: made and certified where it has none, its name changed, or its time runs out. */
export async function signingKeyOf(firmId: string, now: Date): Promise<SigningKey | null> {
  const by = await authorityKey();
  if (!by) return null;
  return forFirm(firmId, async (tx) => {
    const [owner] = await tx.select({ name: firm.name }).from(firm).where(eq(firm.id, firmId));
    if (!owner) throw new Error('The firm of this transaction does not exist');
    const { name } = owner;
    const [held] = await tx
      .select()
      .from(firmKey)
      .where(and(eq(firmKey.firmId, firmId), eq(firmKey.name, name)))
      .orderBy(desc(firmKey.madeAt))
      .limit(1);
    const secret =
      held && held.endsAt.getTime() - now.getTime() > leastYearsLeft * yearMillis
        ? open(held.privateKey, firmId)
        : null;
    if (held && secret)
      return {
        name,
        key: await engine().importKey('pkcs8', new Uint8Array(secret), algorithm, false, ['sign']),
        certificate: certificateOf(held.certificate),
        authority: certificateOf(held.authority),
      };
    const made = await newKey(name, by, now);
    await tx.insert(firmKey).values({
      id: v7(),
      firmId,
      name,
      certificate: derOf(made.certificate),
      authority: derOf(made.authority),
      privateKey: seal(new Uint8Array(await engine().exportKey('pkcs8', made.key)), firmId),
      madeAt: now,
      endsAt: made.certificate.notAfter.value,
    });
    return made;
  });
}

/** Where clocks differ, what was signed a moment ago was signed in its time. */
const before = (now: Date) => new Date(now.getTime() - 86_400_000);
const authorityName = () =>
  [
    [organisation, 'Orange Ledger'],
    [commonName, `Orange Ledger at ${new URL(env().APP_URL).host}`],
  ] as const;

const certifyItself = (by: { own: CryptoKey; its: CryptoKey }, now: Date) =>
  certify(
    { subject: authorityName(), publicKey: by.its, from: before(now), years: authorityYears, certifies: true },
    authorityName(),
    by,
  );

/** What a PDF reader is given to trust the signatures of this installation's firms, in DER; null without a key. */
export async function authorityCertificate(now: Date): Promise<Buffer | null> {
  const by = await authorityKey();
  return by && derOf(await certifyItself(by, now));
}

async function newKey(name: string, by: { own: CryptoKey; its: CryptoKey }, now: Date): Promise<SigningKey> {
  const pair = await engine().generateKey(algorithm, true, ['sign', 'verify']);
  const authority = await certifyItself(by, now);
  const certificate = await certify(
    {
      subject: [
        [organisation, name],
        [commonName, name],
      ],
      publicKey: pair.publicKey,
      from: before(now),
      years: firmYears,
      certifies: false,
    },
    authorityName(),
    by,
  );
  return { name, key: pair.privateKey, certificate, authority };
}
