import { createHash, createPublicKey, verify } from 'node:crypto';
import type { HashOfHex } from '../core/ledger/merkle';

export const hashOfHex: HashOfHex = (hex) => createHash('sha256').update(Buffer.from(hex, 'hex')).digest('hex');

/** Whether words are signed by the key, both as a head carries them: base64 of Ed25519 and of its public key in DER. */
export function isSigned(words: string, signature: string, publicKey: string): boolean {
  try {
    const key = createPublicKey({ key: Buffer.from(publicKey, 'base64'), format: 'der', type: 'spki' });
    return (
      key.asymmetricKeyType === 'ed25519' && verify(null, Buffer.from(words), key, Buffer.from(signature, 'base64'))
    );
  } catch {
    return false;
  }
}
