import 'server-only';
import { createHash } from 'node:crypto';
import { SignPdf } from '@signpdf/signpdf';
import { Signer } from '@signpdf/utils';
import * as asn1 from 'asn1js';
import * as pki from 'pkijs';
import type { SigningKey } from './signing-key';

const contentType = '1.2.840.113549.1.9.3';
const messageDigest = '1.2.840.113549.1.9.4';
/** Which certificate the signature was made with, so that none is put in its place (RFC 5035, PAdES baseline B). */
const signingCertificate = '1.2.840.113549.1.9.16.2.47';
const data = '1.2.840.113549.1.7.1';

const bufferOf = (bytes: Uint8Array): ArrayBuffer => Uint8Array.from(bytes).buffer;

/** Signs the bytes of a file as PAdES has it: the time stands in the file, not in the signature. */
class FirmSigner extends Signer {
  constructor(private readonly signing: SigningKey) {
    super();
  }

  override async sign(pdf: Buffer): Promise<Buffer> {
    const { key, certificate, authority } = this.signing;
    const digest = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest();
    const octets = (bytes: Uint8Array) => new asn1.OctetString({ valueHex: bufferOf(bytes) });
    const attribute = (type: string, value: asn1.AsnType) => new pki.Attribute({ type, values: [value] });
    const own = digest(Buffer.from(certificate.toSchema().toBER(false)));
    const sequence = (...value: asn1.AsnType[]) => new asn1.Sequence({ value });
    const signed = new pki.SignedData({
      version: 1,
      encapContentInfo: new pki.EncapsulatedContentInfo({ eContentType: data }),
      signerInfos: [
        new pki.SignerInfo({
          version: 1,
          sid: new pki.IssuerAndSerialNumber({ issuer: certificate.issuer, serialNumber: certificate.serialNumber }),
          signedAttrs: new pki.SignedAndUnsignedAttributes({
            type: 0,
            attributes: [
              attribute(contentType, new asn1.ObjectIdentifier({ value: data })),
              attribute(messageDigest, octets(digest(pdf))),
              attribute(signingCertificate, sequence(sequence(sequence(octets(own))))),
            ],
          }),
        }),
      ],
      certificates: [certificate, authority],
    });
    await signed.sign(key, 0, 'SHA-256', bufferOf(pdf));
    const content = new pki.ContentInfo({ contentType: '1.2.840.113549.1.7.2', content: signed.toSchema(true) });
    return Buffer.from(content.toSchema().toBER(false));
  }
}

/**
 * Signs a file that was printed with room for it, with the firm's key: any reader that trusts the installation's
 * certificate tells whose it is, and that no byte was changed since.
 */
export const signPdf = (pdf: Buffer, signing: SigningKey): Promise<Buffer> =>
  new SignPdf().sign(pdf, new FirmSigner(signing));
