import 'server-only';
import { and, eq } from 'drizzle-orm';
import type * as z from 'zod';
import { documents } from '../core/catalogue';
import { declarationsSchema } from '../core/certificates/paper';
import type { PrintedModel } from '../core/certificates/printed-model';
import { type LogProof, logProof } from '../core/ledger/daily-head';
import { type IssuedCheck, type IssuedRow, checkIssued } from '../core/ledger/issued-check';
import type { Verification } from '../core/ledger/seal';
import { type Transaction, forFirm, forVerification } from './connection';
import { isLogged, provesHere } from './daily-heads';
import { type Neighbour, modelOf, neighboursOf, sha256 } from './documents';
import { picturesKept } from './pictures';
import { document, documentPdf, documentProof, documentRemoved, entry } from './schema';
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

type Checked = {
  readonly verification: Verification;
  readonly pdfSha256: string | null;
  /** Whether the record of the issue holds the hash of the printed file: not so before that was part of the seal. */
  readonly fileSealed: boolean;
  /** Whether when each entry reached the server is part of the seal. */
  readonly timesSealed: boolean;
  /** What proves it, where it was not issued here. */
  readonly proof: LogProof | null;
};

export type PublicCheck = Checked & {
  readonly issueId: string;
  readonly number: string;
  readonly kind: string;
  readonly issuedAt: Date;
  readonly firmName: string;
  readonly place: string;
  readonly documentHash: string;
  /** What the entry is that now stands where the seal does not hold. */
  readonly found: { readonly kind: string; readonly recordedAt: Date } | null;
  /** The document that says it replaces this one; whether its own seal holds. */
  readonly replacedBy: (Neighbour & { readonly holds: boolean }) | null;
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
    const { verification, ...checked } = await verifyIssued(tx, row);
    const { replaces, replacedBy } = await neighboursOf(tx, row);
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
      ...checked,
      verification,
      found: found ?? null,
      replaces,
      replacedBy: replacedBy && { ...replacedBy, holds: await holds(tx, replacedBy.id) },
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
    // One that was put in here and was never issued here leaves nothing that could be said of it.
    const isKnown = row && (await isLogged(tx, { ...row, issueId: row.id }));
    return isKnown ? { ...row, kind: documents.of(row.kind)?.title ?? row.kind } : null;
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

/**
 * Checks a document by its entries; that it was put into the tree of all issued documents here, or brings along what
 * proves it; and the bytes of its file and of its pictures.
 */
async function verifyIssued(tx: Transaction, row: typeof document.$inferSelect): Promise<Checked> {
  const checked = await checkByEntries(tx, row);
  const [file] = await tx.select().from(documentPdf).where(eq(documentPdf.documentId, row.id));
  const found = file ? sha256(file.pdf) : null;
  const proof = await broughtProof(tx, row.id);
  const told = { issueId: row.id, documentHash: row.documentHash, pdfSha256: checked.pdfSha256 };
  const logged = await isLogged(tx, told);
  const verification = async (): Promise<Verification> => {
    if (!checked.verification.intact) return checked.verification;
    if (logged === false) return { intact: false, what: 'document' };
    if (found !== (checked.pdfSha256 ?? file?.sha256 ?? null)) return { intact: false, what: 'file' };
    if (!(await holdsPictures(tx, row, checked.coversAll))) return { intact: false, what: 'picture' };
    if (logged === null && !(proof && (await provesHere(tx, proof, told)))) return { intact: false, what: 'unproved' };
    return checked.verification;
  };
  return {
    verification: await verification(),
    pdfSha256: found,
    fileSealed: checked.pdfSha256 !== null,
    timesSealed: checked.coversAll,
    proof: logged === null ? proof : null,
  };
}

/** Checks a document by its job's entries. */
async function checkByEntries(tx: Transaction, row: typeof document.$inferSelect): Promise<IssuedCheck> {
  const issued: IssuedRow = { ...row, issuedAt: row.issuedAt.toISOString() };
  const stored = await readSealedEntries(tx, row.jobId, (Array.isArray(row.links) ? row.links.length : 0) + 1);
  return checkIssued(issued, stored, sha256);
}

async function holds(tx: Transaction, documentId: string): Promise<boolean> {
  const [row] = await tx.select().from(document).where(eq(document.id, documentId));
  return row !== undefined && (await checkByEntries(tx, row)).verification.intact;
}

/** What a document that was put in here brought along; null for one that was issued here. */
export async function broughtProof(tx: Transaction, documentId: string): Promise<LogProof | null> {
  const [row] = await tx.select().from(documentProof).where(eq(documentProof.documentId, documentId));
  return logProof.safeParse(row?.proof).data ?? null;
}

/**
 * Whether every picture a document shows is by its bytes the one that it names, and is there at all: once a document
 * could be issued before its pictures had arrived, and is none the worse for it.
 */
async function holdsPictures(tx: Transaction, row: typeof document.$inferSelect, wasWhole: boolean): Promise<boolean> {
  const named = [...new Set((readable(row)?.pictures ?? []).map((each) => each.sha256))];
  const { whole, damaged } = await picturesKept(tx, named);
  return damaged.length === 0 && (!wasWhole || whole.size === named.length);
}
