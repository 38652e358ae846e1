import { canonical } from './canonical';

/** What an entry's digest covers: everything the ledger keeps of it. `body` is as stored, before any upcast. */
export type SealedEntry = {
  readonly id: string;
  readonly seq: number;
  readonly kind: string;
  readonly version: number;
  readonly body: unknown;
  readonly madeAt: string;
  readonly madeBy: string;
  readonly device: string;
};

/** SHA-256 of a text's UTF-8 bytes as 64 hexadecimal digits; handed in, because hashing belongs to the platform. */
export type Sha256 = (text: string) => string | Promise<string>;

export type Seal = {
  /** The chain over the entries: each link is the hash of the link before and the entry. */
  readonly links: readonly string[];
  readonly documentHash: string;
};

const start = 'orange-ledger/1';

async function link(previous: string, entry: SealedEntry, sha256: Sha256): Promise<string> {
  const { id, seq, kind, version, body, madeAt, madeBy, device } = entry;
  return sha256(`${previous}\n${canonical({ id, seq, kind, version, body, madeAt, madeBy, device })}`);
}

/** Seals a document over the entries it was made from, in ledger order. */
export async function seal(entries: readonly SealedEntry[], model: unknown, sha256: Sha256): Promise<Seal> {
  const links: string[] = [];
  let previous = await sha256(start);
  for (const entry of entries) {
    previous = await link(previous, entry, sha256);
    links.push(previous);
  }
  return { links, documentHash: await sha256(`${previous}\n${canonical(model)}`) };
}

export type Verification =
  | { readonly intact: true; readonly entries: number }
  | { readonly intact: false; readonly what: 'entry'; readonly seq: number; readonly id: string | null }
  | { readonly intact: false; readonly what: 'missing'; readonly seq: number }
  | { readonly intact: false; readonly what: 'document' };

/**
 * Checks entries and document against a seal. Because each link covers the one before, the first link that differs
 * names the entry that was changed. What was sealed is a prefix of its stream: entries after it are not looked at.
 */
export async function verify(
  entries: readonly SealedEntry[],
  model: unknown,
  sealed: Seal,
  sha256: Sha256,
): Promise<Verification> {
  let previous = await sha256(start);
  for (const [index, expected] of sealed.links.entries()) {
    const entry = entries[index];
    if (!entry || entry.seq !== index + 1) return { intact: false, what: 'missing', seq: index + 1 };
    const found = await link(previous, entry, sha256);
    if (found !== expected) return { intact: false, what: 'entry', seq: entry.seq, id: entry.id };
    previous = found;
  }
  const documentHash = await sha256(`${previous}\n${canonical(model)}`);
  return documentHash === sealed.documentHash
    ? { intact: true, entries: sealed.links.length }
    : { intact: false, what: 'document' };
}
