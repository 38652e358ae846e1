import * as z from 'zod';
import { type Seal, type SealedEntry, type Sha256, type Verification, verify } from './seal';

/** What is kept of an issued document beside its job's entries and its printed file. */
export const issuedRow = z.object({
  id: z.string(),
  firmId: z.string(),
  kind: z.string(),
  number: z.string(),
  issuedAt: z.string(),
  model: z.unknown(),
  links: z.unknown(),
  documentHash: z.string(),
  verificationToken: z.string().default(''),
  begunId: z.string().nullable().default(null),
  sealedTo: z.number().int().nullable().default(null),
  replaces: z.string().nullable().default(null),
});
export type IssuedRow = z.infer<typeof issuedRow>;

/** What a document's hash is over beside the entries: all that its pages show of it. */
export type SealedModel = Pick<IssuedRow, 'number' | 'issuedAt' | 'kind' | 'firmId'> & {
  readonly model: unknown;
  readonly issuedBy: string;
  readonly device: string;
  readonly sealedTo: number;
  readonly begunId: string;
  readonly replaces: string | null;
  readonly verificationToken: string;
};

/**
 * What travels within a printed file: what the document's hash is over, and the end of the chain of its entries. The
 * hash is SHA-256 of that end, a line break, and `sealed` in canonical form (its keys in order, nothing between).
 */
export const sealedRecord = (sealed: SealedModel, { links, documentHash }: Seal): string =>
  JSON.stringify({
    format: 'orange-ledger/sealed/1',
    documentHash,
    lastLink: links.at(-1) ?? null,
    sealed,
  });

/** From these versions of the record of an issue on, the hash is over who, where and to which entry; and over the rest. */
const coversIssue = 3;
const coversAll = 4;

const storedLinks = z.array(z.string());
const issueRecord = z.object({
  documentHash: z.string(),
  issueId: z.string().optional(),
  documentId: z.string().nullable(),
  pdfSha256: z.string().nullable().optional(),
});

export type IssuedCheck = {
  readonly verification: Verification;
  /** The hash of the printed file as the record of the issue has it; null before that was part of it. */
  readonly pdfSha256: string | null;
  /** Whether the seal is over when each entry reached the server, and over what the document replaces. */
  readonly coversAll: boolean;
};

/**
 * Checks an issued document by itself and its job's entries: that those it was made from are as sealed, that the record
 * of the issue stands next and names this document and this hash, and that nothing kept beside them says otherwise.
 * Throws nothing: what cannot be read is not as it was sealed. The printed file, pictures and the log are the caller's.
 */
export async function checkIssued(
  row: IssuedRow,
  entries: readonly SealedEntry[],
  sha256: Sha256,
): Promise<IssuedCheck> {
  const links = storedLinks.safeParse(row.links);
  const sealed: Seal = { links: links.success ? links.data : [], documentHash: row.documentHash };
  const record = entries.find(({ seq }) => seq === sealed.links.length + 1);
  const said = issueRecord.safeParse(record?.kind === 'document.issued' ? record.body : null);
  const version = record?.version ?? 0;
  const shown = coveredBy(version, row, sealed.links.length, record);
  const checked = await verify(entries.slice(0, sealed.links.length), shown, sealed, sha256);
  const verification: Verification = !checked.intact
    ? checked
    : record && !said.success
      ? { intact: false, what: 'appended', seq: record.seq }
      : said.success && isThisIssue(row, said.data) && saysNothingElse(row, entries, sealed.links.length, said.data)
        ? checked
        : { intact: false, what: 'document' };
  return {
    verification,
    pdfSha256: said.success ? (said.data.pdfSha256 ?? null) : null,
    coversAll: version >= coversAll,
  };
}

/** What the hash is over, as it was when a record of this version was written. */
function coveredBy(version: number, row: IssuedRow, sealedTo: number, record: SealedEntry | undefined): object {
  const { number, issuedAt, model, kind, firmId, begunId, replaces, verificationToken } = row;
  const shown = { number, issuedAt, model };
  if (!record || version < coversIssue) return shown;
  const issue = { ...shown, kind, firmId, issuedBy: record.madeBy, device: record.device, sealedTo };
  return version < coversAll ? issue : { ...issue, begunId, replaces, verificationToken };
}

const isThisIssue = (row: IssuedRow, said: z.infer<typeof issueRecord>): boolean =>
  said.documentHash === row.documentHash && (said.issueId ?? said.documentId) === row.id;

/**
 * Whether what is kept beside the entries, and was not always part of the hash, is what they say: to which of them it is
 * sealed, which of the job's documents it is, and which issue it replaces.
 */
function saysNothingElse(
  { begunId, sealedTo, replaces }: IssuedRow,
  entries: readonly SealedEntry[],
  length: number,
  said: z.infer<typeof issueRecord>,
): boolean {
  if (sealedTo !== null && sealedTo !== length) return false;
  if (begunId === null) return replaces === null;
  if (said.documentId !== null && said.issueId !== undefined && said.documentId !== begunId) return false;
  const told = (kind: string, documentId: unknown) =>
    entries.find((each) => each.kind === kind && bodyOf(each).documentId === documentId);
  const begun = told('document.begun', begunId);
  if (!begun) return true;
  const before = bodyOf(begun).replaces ?? null;
  if (before === null) return replaces === null;
  const issueBefore = told('document.issued', before);
  // The record of a job's only document once named none.
  return issueBefore ? replaces === bodyOf(issueBefore).issueId : replaces !== null;
}

const bodyOf = ({ body }: SealedEntry): Readonly<Record<string, unknown>> =>
  typeof body === 'object' && body !== null ? (body as Record<string, unknown>) : {};
