import 'server-only';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { and, eq, sql } from 'drizzle-orm';
import { z } from 'zod';
import { type Firm, type Report, reportOf } from '../core/document/report';
import { currentVersion, type DocumentKind } from '../core/ledger/kinds';
import type { Draft } from '../core/ledger/entry';
import { fold } from '../core/ledger/fold';
import { admitToJob } from '../core/document/admission';
import { type Seal, type Verification, seal, verify } from '../core/ledger/seal';
import { type Transaction, forFirm, forVerification } from './connection';
import { type FirmActor, appendWithin } from './ledger-store';
import { readEntries, readSealedEntries } from './read-entries';
import { document, documentPdf, entry, firm, job } from './schema';

export const sha256 = (data: string | Buffer): string => createHash('sha256').update(data).digest('hex');

export type IssuedDocument = {
  readonly id: string;
  readonly jobId: string;
  readonly kind: DocumentKind;
  readonly number: string;
  readonly issuedAt: Date;
  readonly model: Report;
  readonly documentHash: string;
  readonly verificationToken: string;
};

export type IssueResult = { readonly issued: true; readonly documentId: string; readonly number: string } | { readonly issued: false; readonly reason: string };

/** The firm's own particulars, as a document carries them. */
export async function firmOf(tx: Transaction): Promise<Firm & { readonly id: string; readonly nextDocumentNumber: number }> {
  const [row] = await tx.select().from(firm);
  if (!row) throw new Error('The firm of this transaction does not exist');
  return row;
}

/** Issues a job's document: seals its entries and model, numbers it and appends the record of the issue. All or nothing. */
export function issueDocument(actor: FirmActor, jobId: string, now: Date, device: string): Promise<IssueResult> {
  return forFirm(actor.firmId, async (tx): Promise<IssueResult> => {
    const [head] = await tx.select().from(job).where(eq(job.id, jobId)).for('update');
    if (!head) return { issued: false, reason: 'There is no such job.' };
    const current = fold(await readEntries(tx, jobId));
    const { id, nextDocumentNumber, ...particulars } = await firmOf(tx);
    const kind = current.opened?.body.document ?? 'EICR';
    const number = `${kind}-${now.getUTCFullYear()}-${String(nextDocumentNumber).padStart(4, '0')}`;
    const documentId = randomUUID();
    const draft: Draft = {
      id: randomUUID(),
      kind: 'document.issued',
      version: currentVersion('document.issued'),
      body: { documentId, number, documentHash: '0'.repeat(64) },
      madeAt: now.toISOString(),
      device,
    };
    const admission = admitToJob(current, draft, actor);
    if (!admission.accepted) return { issued: false, reason: admission.reason };

    const model = reportOf(current, particulars);
    const sealed = await seal(await readSealedEntries(tx, jobId), { number, issuedAt: now.toISOString(), model }, sha256);
    await tx.insert(document).values({
      id: documentId,
      firmId: actor.firmId,
      jobId,
      kind,
      number,
      issuedAt: now,
      model,
      links: sealed.links,
      documentHash: sealed.documentHash,
      verificationToken: randomBytes(16).toString('hex'),
    });
    await tx.update(firm).set({ nextDocumentNumber: sql`${firm.nextDocumentNumber} + 1` }).where(eq(firm.id, id));
    const appended = await appendWithin(tx, actor, jobId, [{ ...draft, body: { ...draft.body, documentHash: sealed.documentHash } }]);
    const result = appended?.[0];
    if (!result?.accepted) throw new Error(`The issue of ${number} was not recorded: ${result?.accepted === false ? result.reason : 'no job'}`);
    return { issued: true, documentId, number };
  });
}

const toIssued = (row: typeof document.$inferSelect): IssuedDocument => ({ ...row, kind: row.kind as DocumentKind, model: row.model as Report });

/** One of the firm's issued documents. */
export async function findDocument(actor: FirmActor, documentId: string): Promise<IssuedDocument | null> {
  const rows = await forFirm(actor.firmId, (tx) => tx.select().from(document).where(eq(document.id, documentId)));
  return rows[0] ? toIssued(rows[0]) : null;
}

export type StoredPdf = { readonly pdf: Buffer; readonly sha256: string };

/** The printed form as first made; null while it has not been. */
export async function findPdf(actor: FirmActor, documentId: string): Promise<StoredPdf | null> {
  const rows = await forFirm(actor.firmId, (tx) => tx.select().from(documentPdf).where(eq(documentPdf.documentId, documentId)));
  return rows[0] ?? null;
}

/** Keeps the printed form; the first one made stays. */
export async function keepPdf(actor: FirmActor, documentId: string, pdf: Buffer): Promise<StoredPdf> {
  await forFirm(actor.firmId, (tx) =>
    tx.insert(documentPdf).values({ documentId, firmId: actor.firmId, pdf, sha256: sha256(pdf) }).onConflictDoNothing(),
  );
  const kept = await findPdf(actor, documentId);
  if (!kept) throw new Error('The printed form was not kept');
  return kept;
}

export type PublicCheck = {
  readonly number: string;
  readonly kind: string;
  readonly issuedAt: Date;
  readonly firmName: string;
  readonly place: string;
  readonly documentHash: string;
  readonly pdfSha256: string | null;
  readonly verification: Verification;
  /** What the changed entry was, where one was changed. */
  readonly changed: { readonly kind: string; readonly recordedAt: Date } | null;
};

const storedLinks = z.array(z.string());

/** Checks an issued document by its token, showing only what proves it; null when no document has that token. */
export function checkByToken(token: string): Promise<PublicCheck | null> {
  return forVerification(token, async (tx) => {
    const [row] = await tx.select().from(document).where(eq(document.verificationToken, token));
    if (!row) return null;
    const model = row.model as Report;
    const stored = await readSealedEntries(tx, row.jobId);
    const issueRecord = stored.find((e) => e.kind === 'document.issued' && (e.body as { documentId?: unknown }).documentId === row.id);
    const sealedEntries = stored.filter((e) => e !== issueRecord);
    const links = storedLinks.safeParse(row.links);
    const sealed: Seal = { links: links.success ? links.data : [], documentHash: row.documentHash };
    const checked = await verify(sealedEntries, { number: row.number, issuedAt: row.issuedAt.toISOString(), model: row.model }, sealed, sha256);
    const recorded = (issueRecord?.body as { documentHash?: unknown } | undefined)?.documentHash;
    const verification: Verification = checked.intact && recorded !== row.documentHash ? { intact: false, what: 'document' } : checked;
    const [pdf] = await tx.select({ sha256: documentPdf.sha256 }).from(documentPdf).where(eq(documentPdf.documentId, row.id));
    const changedSeq = !verification.intact && verification.what === 'entry' ? verification.seq : null;
    const [changed] = changedSeq === null ? [] : await tx.select({ kind: entry.kind, recordedAt: entry.recordedAt }).from(entry).where(and(eq(entry.jobId, row.jobId), eq(entry.seq, changedSeq)));
    return {
      number: row.number,
      kind: row.kind,
      issuedAt: row.issuedAt,
      firmName: model.firm.name,
      place: model.site.find((f) => f.label === 'Installation at')?.value.split('\n').at(-1) ?? '',
      documentHash: row.documentHash,
      pdfSha256: pdf?.sha256 ?? null,
      verification,
      changed: changed ?? null,
    };
  });
}
