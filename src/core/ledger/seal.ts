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
  /** When the server took it; absent in jobs saved before that was kept in the file. */
  readonly recordedAt?: string;
};

/** SHA-256 of a text's UTF-8 bytes as 64 hexadecimal digits; handed in, because hashing belongs to the platform. */
export type Sha256 = (text: string) => string | Promise<string>;

export type Seal = {
  /** The chain over the entries: each link is the hash of the link before and the entry. */
  readonly links: readonly string[];
  readonly documentHash: string;
};

/** Over what of an entry a chain is: what its maker said alone, as at first, or also when the server took it. */
export type ChainForm = 'made' | 'recorded';

const starts = { made: 'orange-ledger/1', recorded: 'orange-ledger/2' } as const satisfies Record<ChainForm, string>;

async function link(previous: string, entry: SealedEntry, sha256: Sha256, form: ChainForm): Promise<string> {
  const { id, seq, kind, version, body, madeAt, madeBy, device } = entry;
  const made = { id, seq, kind, version, body, madeAt, madeBy, device };
  const covered = form === 'made' ? made : { ...made, recordedAt: entry.recordedAt ?? null };
  return sha256(`${previous}\n${canonical(covered)}`);
}

/** Seals a document over the entries it was made from, in ledger order. */
export async function seal(
  entries: readonly SealedEntry[],
  model: unknown,
  sha256: Sha256,
  form: ChainForm = 'recorded',
): Promise<Seal> {
  const links: string[] = [];
  let previous = await sha256(starts[form]);
  for (const entry of entries) {
    previous = await link(previous, entry, sha256, form);
    links.push(previous);
  }
  return { links, documentHash: await sha256(`${previous}\n${canonical(model)}`) };
}

/** Which form a chain has: the one in which any of its links fits an entry, where it stands or one place further on. */
async function formOf(entries: readonly SealedEntry[], { links }: Seal, sha256: Sha256): Promise<ChainForm> {
  for (const [index, entry] of entries.entries())
    for (const at of [index, index + 1].filter((place) => place < links.length))
      for (const form of ['recorded', 'made'] as const) {
        const previous = links[at - 1] ?? (await sha256(starts[form]));
        if ((await link(previous, { ...entry, seq: at + 1 }, sha256, form)) === links[at]) return form;
      }
  return 'recorded';
}

/** What a check of a seal comes to; where it does not hold, what was done to the first entry that is not as sealed. */
export type Verification =
  | { readonly intact: true; readonly entries: number }
  | {
      readonly intact: false;
      readonly what: 'changed' | 'inserted' | 'moved' | 'missing' | 'appended';
      readonly seq: number;
    }
  | { readonly intact: false; readonly what: 'document' | 'file' | 'picture' }
  /** It agrees with itself, and nothing known here shows that it was issued as what it says. */
  | { readonly intact: false; readonly what: 'unproved' };

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
  const form = await formOf(entries, sealed, sha256);
  const first = await sha256(starts[form]);
  const fits = async (entry: SealedEntry | undefined, at: number): Promise<boolean> =>
    entry !== undefined &&
    at < sealed.links.length &&
    (await link(sealed.links[at - 1] ?? first, { ...entry, seq: at + 1 }, sha256, form)) === sealed.links[at];
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
