import * as z from 'zod';
import { canonical } from './canonical';
import { type HashOfHex, leafHash, provesInclusion } from './merkle';

const hash = z.string().regex(/^[0-9a-f]{64}$/);

/** What the tree of all issued documents holds of one: nothing of what is in it. */
const logLeaf = z.object({
  issueId: z.uuid(),
  documentHash: hash,
  pdfSha256: hash.nullable(),
  /** When it was put there; absent in what was put there before that was part of the leaf. */
  loggedAt: z.iso.datetime().optional(),
});
export type LogLeaf = z.infer<typeof logLeaf>;

/** The head of that tree at the end of a day, signed: whoever kept one sees when anything before it is rewritten. */
const dailyHead = z.object({
  day: z.iso.date(),
  size: z.number().int().min(1),
  root: hash,
  publicKey: z.string().max(200),
  signature: z.string().max(200),
});
export type DailyHead = z.infer<typeof dailyHead>;

/** What a document carries with it to be checked without us: its leaf, its place, and the way up to a signed head. */
export const logProof = z.object({
  format: z.literal('orange-ledger/proof/1'),
  leaf: logLeaf,
  index: z.number().int().min(0),
  path: z.array(hash).max(64),
  head: dailyHead,
});
export type LogProof = z.infer<typeof logProof>;

const utf8Hex = (text: string): string =>
  Array.from(new TextEncoder().encode(text), (byte) => byte.toString(16).padStart(2, '0')).join('');

/** The hash of a document's leaf in the tree. */
export const hashOfLeaf = ({ issueId, documentHash, pdfSha256, loggedAt }: LogLeaf, sha256: HashOfHex): string =>
  leafHash(utf8Hex(canonical({ issueId, documentHash, pdfSha256, loggedAt })), sha256);

/** The bytes a head's signature is over, as text. */
export const signedWords = ({ day, size, root }: Pick<DailyHead, 'day' | 'size' | 'root'>): string =>
  `orange-ledger daily head 1\n${day}\n${size}\n${root}\n`;

export type ProofCheck = { readonly holds: true } | { readonly holds: false; readonly problem: string };

/** Checks a proof: that the head was signed with the key it names, and that the leaf is in its tree at its place. */
export function checkProof(
  { leaf, index, path, head }: LogProof,
  sha256: HashOfHex,
  isSigned: (words: string, signature: string, publicKey: string) => boolean,
): ProofCheck {
  if (!isSigned(signedWords(head), head.signature, head.publicKey))
    return { holds: false, problem: 'The head is not signed with the key it names.' };
  if (!provesInclusion(hashOfLeaf(leaf, sha256), index, head.size, path, head.root, sha256))
    return { holds: false, problem: 'The document is not in the tree of this head at that place.' };
  return { holds: true };
}
