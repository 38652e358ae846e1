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

/** What a check of a seal comes to; where it does not hold, what was done to the first entry that is not as sealed. */
export type Verification =
  | { readonly intact: true; readonly entries: number }
  | {
      readonly intact: false;
      readonly what: 'changed' | 'inserted' | 'moved' | 'missing' | 'appended';
      readonly seq: number;
    }
  | { readonly intact: false; readonly what: 'document' | 'file' };

/**
 * Checks entries and document against a seal. Because each link covers the one before and is kept, every entry can be
 * held against any place: the first that does not fit its own is named with what was done. What was sealed is a prefix
 * of its stream: entries after it are not looked at.
 */
export async function verify(
  entries: readonly SealedEntry[],
  model: unknown,
  sealed: Seal,
  sha256: Sha256,
): Promise<Verification> {
  const first = await sha256(start);
  const fits = async (entry: SealedEntry | undefined, at: number): Promise<boolean> =>
    entry !== undefined &&
    at < sealed.links.length &&
    (await link(sealed.links[at - 1] ?? first, { ...entry, seq: at + 1 }, sha256)) === sealed.links[at];
  for (const [at] of sealed.links.entries()) {
    const entry = entries[at];
    const seq = at + 1;
    if (entry?.seq === seq && (await fits(entry, at))) continue;
    const next = entries[at + 1];
    if (!entry || entry.seq !== seq || (await fits(entry, at + 1))) return { intact: false, what: 'missing', seq };
    if (await fits(next, at)) return { intact: false, what: 'inserted', seq };
    for (const elsewhere of sealed.links.keys())
      if (await fits(entry, elsewhere)) return { intact: false, what: 'moved', seq };
    return { intact: false, what: 'changed', seq };
  }
  const documentHash = await sha256(`${sealed.links.at(-1) ?? first}\n${canonical(model)}`);
  return documentHash === sealed.documentHash
    ? { intact: true, entries: sealed.links.length }
    : { intact: false, what: 'document' };
}
