import 'server-only';
import { and, eq } from 'drizzle-orm';
import * as z from 'zod';
import { documents } from '../core/catalogue';
import { declarationsSchema } from '../core/certificates/paper';
import type { PrintedModel } from '../core/certificates/printed-model';
import { type Seal, type Verification, verify } from '../core/ledger/seal';
import { type Transaction, forFirm, forVerification } from './connection';
import { type Neighbour, type SealedModel, coversAll, modelOf, neighboursOf, sha256 } from './documents';
import { document, documentPdf, documentRemoved, entry, logLeaf } from './schema';
import { readSealedEntries } from './stored-entries';
import type { FirmActor } from './streams';

const declared = declarationsSchema.transform((all) =>
  all.flatMap(({ title, name, signedAt, byLink }) => (byLink ? [{ title, name, signedAt, ...byLink }] : [])),
);
type SignedByLink = z.infer<typeof declared>[number];

/** The signatures of a document that came by a link. */
function signedByLink(model: PrintedModel): readonly SignedByLink[] {
  const read = declared.safeParse((model as { declarations?: unknown }).declarations);
  return read.success ? read.data : [];
}

export type PublicCheck = {
  readonly issueId: string;
  readonly number: string;
  readonly kind: string;
  readonly issuedAt: Date;
  readonly firmName: string;
  readonly place: string;
  readonly documentHash: string;
  readonly pdfSha256: string | null;
  readonly verification: Verification;
  /** Whether the record of the issue holds the hash of the printed file: not so before that was part of the seal. */
  readonly fileSealed: boolean;
  /** What the entry is that now stands where the seal does not hold. */
  readonly found: { readonly kind: string; readonly recordedAt: Date } | null;
  readonly replacedBy: Neighbour | null;
  readonly replaces: Neighbour | null;
  /** Who signed from outside the firm, when, and from which network address. */
  readonly byLink: readonly SignedByLink[];
};

/** Checks an issued document by its token, showing only what proves it; null when no document has that token. */
export function checkByToken(token: string): Promise<PublicCheck | null> {
  return forVerification(token, async (tx) => {
    const [row] = await tx.select().from(document).where(eq(document.verificationToken, token));
    if (!row) return null;
    const model = readable(row);
    const { verification, pdfSha256, fileSealed } = await verifyIssued(tx, row);
    const seq = !verification.intact && 'seq' in verification ? verification.seq : null;
    const [found] =
      seq === null
        ? []
        : await tx
            .select({ kind: entry.kind, recordedAt: entry.recordedAt })
            .from(entry)
            .where(and(eq(entry.streamId, row.jobId), eq(entry.seq, seq)));
    return {
      issueId: row.id,
      number: row.number,
      kind: documents.of(row.kind)?.title ?? row.kind,
      issuedAt: row.issuedAt,
      firmName: model?.firm.name ?? '',
      place:
        model?.site
          .find((fact) => fact.label === 'Installation at')
          ?.value.split('\n')
          .at(-1) ?? '',
      documentHash: row.documentHash,
      byLink: model ? signedByLink(model) : [],
      pdfSha256,
      verification,
      fileSealed,
      found: found ?? null,
      ...(await neighboursOf(tx, row)),
    };
  });
}

export type RemovedPaper = Pick<
  typeof documentRemoved.$inferSelect,
  'id' | 'number' | 'issuedAt' | 'documentHash' | 'pdfSha256' | 'firmName' | 'removedAt'
> & { readonly kind: string };

/** What is left of a document that was issued once and is no longer kept; null when there was none of that token. */
export function removedByToken(token: string): Promise<RemovedPaper | null> {
  return forVerification(token, async (tx) => {
    const [row] = await tx.select().from(documentRemoved).where(eq(documentRemoved.verificationToken, token));
    return row ? { ...row, kind: documents.of(row.kind)?.title ?? row.kind } : null;
  });
}

/** The same check for the firm's own page of one of its documents; null where it has none such. */
export function checkOwn(actor: FirmActor, documentId: string): Promise<Verification | null> {
  return forFirm(actor.firmId, async (tx) => {
    const [row] = await tx.select().from(document).where(eq(document.id, documentId));
    return row ? (await verifyIssued(tx, row)).verification : null;
  });
}

/** The model where it can be read: what was tampered with may not be. */
function readable(row: typeof document.$inferSelect): PrintedModel | null {
  try {
    return modelOf(row.kind, row.model);
  } catch {
    return null;
  }
}

const storedLinks = z.array(z.string());
const issueRecord = z.object({
  documentHash: z.string(),
  issueId: z.string().optional(),
  documentId: z.string().nullable(),
  pdfSha256: z.string().nullable().optional(),
});

type Checked = {
  readonly verification: Verification;
  readonly pdfSha256: string | null;
  readonly fileSealed: boolean;
};

/**
 * Checks the sealed entries; that the ledger's own record of the issue stands next and names this document and this
 * hash; that the tree of all issued documents holds the same; all that is shown of it; and the bytes of the file.
 */
async function verifyIssued(tx: Transaction, row: typeof document.$inferSelect): Promise<Checked> {
  const links = storedLinks.safeParse(row.links);
  const sealed: Seal = { links: links.success ? links.data : [], documentHash: row.documentHash };
  const stored = await readSealedEntries(tx, row.jobId, sealed.links.length + 1);
  const record = stored[sealed.links.length];
  const said = issueRecord.safeParse(record?.kind === 'document.issued' ? record.body : null);
  const shown = { number: row.number, issuedAt: row.issuedAt.toISOString(), model: row.model };
  const all: SealedModel | null =
    record && record.version >= coversAll
      ? {
          ...shown,
          kind: row.kind,
          firmId: row.firmId,
          issuedBy: record.madeBy,
          device: record.device,
          sealedTo: sealed.links.length,
        }
      : null;
  const [file] = await tx.select().from(documentPdf).where(eq(documentPdf.documentId, row.id));
  const pdfSha256 = file ? sha256(file.pdf) : null;
  const sealedFile = said.success ? (said.data.pdfSha256 ?? null) : null;
  const checked = await verify(stored.slice(0, sealed.links.length), all ?? shown, sealed, sha256);
  const isThisIssue =
    said.success &&
    said.data.documentHash === row.documentHash &&
    (said.data.issueId ?? said.data.documentId) === row.id;
  const [leaf] = await tx.select().from(logLeaf).where(eq(logLeaf.issueId, row.id));
  const asLogged =
    leaf?.documentHash === row.documentHash && (leaf.pdfSha256 === null || leaf.pdfSha256 === sealedFile);
  const fileHolds = pdfSha256 === (sealedFile ?? file?.sha256 ?? null);
  const verification: Verification = !checked.intact
    ? checked
    : record && !said.success
      ? { intact: false, what: 'appended', seq: record.seq }
      : !isThisIssue || !asLogged
        ? { intact: false, what: 'document' }
        : fileHolds
          ? checked
          : { intact: false, what: 'file' };
  return { verification, pdfSha256, fileSealed: sealedFile !== null };
}
