import 'server-only';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { and, eq, sql } from 'drizzle-orm';
import * as z from 'zod';
import { documents, jobStream } from '../core/catalogue';
import { type PrintedModel, printedModel } from '../core/certificates/printed-model';
import type { Firm } from '../core/job/document-definition';
import { documentOf } from '../core/job/job';
import { type Seal, type Verification, seal, verify } from '../core/ledger/seal';
import { type Transaction, forFirm, forVerification } from './connection';
import { foldAt } from './folds';
import { document, documentPdf, entry, firm, stream } from './schema';
import { readSealedEntries } from './stored-entries';
import { type FirmActor, appendWithin } from './streams';

export const sha256 = (data: string | Buffer): string => createHash('sha256').update(data).digest('hex');

export type IssuedDocument = {
  readonly id: string;
  readonly jobId: string;
  readonly kind: string;
  readonly number: string;
  readonly issuedAt: Date;
  readonly model: PrintedModel;
  readonly documentHash: string;
  readonly verificationToken: string;
  /** The document that puts this one right, and the one this puts right. */
  readonly replacedBy: Neighbour | null;
  readonly replaces: Neighbour | null;
};

type Neighbour = { readonly id: string; readonly number: string; readonly verificationToken: string };

export type IssueResult =
  | { readonly issued: true; readonly documentId: string; readonly number: string }
  | { readonly issued: false; readonly reason: string };

/** The firm's own particulars, as a document carries them. */
async function firmOf(tx: Transaction): Promise<Firm & { readonly id: string; readonly nextDocumentNumber: number }> {
  const [row] = await tx.select().from(firm);
  if (!row) throw new Error('The firm of this transaction does not exist');
  return row;
}

/**
 * Issues one of a job's documents: seals the entries up to now and the model, numbers it and appends the record of the
 * issue. All or nothing. The stream goes on; what was sealed is a prefix of it and stays.
 */
export async function issueDocument(
  actor: FirmActor,
  jobId: string,
  begunId: string,
  now: Date,
  device: string,
): Promise<IssueResult> {
  let committed: (() => void) | undefined;
  const result = await forFirm(actor.firmId, async (tx): Promise<IssueResult> => {
    const [head] = await tx
      .select()
      .from(stream)
      .where(and(eq(stream.id, jobId), eq(stream.sort, 'job')))
      .for('update');
    const current = head ? await foldAt(tx, 'job', jobId, head.lastSeq) : null;
    const begun = current ? documentOf(current, begunId) : undefined;
    if (!head || !current || !begun) return { issued: false, reason: 'There is no such document in this job.' };
    const { id, nextDocumentNumber, name, address, telephone, email, logo } = await firmOf(tx);
    const number = `${begun.kind}-${now.getUTCFullYear()}-${String(nextDocumentNumber).padStart(4, '0')}`;
    const issueId = randomUUID();
    const draft = (documentHash: string) =>
      jobStream.draft(
        'document.issued',
        { documentId: begunId, issueId, number, documentHash },
        { id: randomUUID(), madeAt: now.toISOString(), device },
      );
    const admission = jobStream.admit(current, draft('0'.repeat(64)), actor);
    if (!admission.accepted) return { issued: false, reason: admission.reason };

    const view = documents.view(current, begun);
    const model = view.definition.build(view, { name, address, telephone, email, logo });
    const sealedModel = { number, issuedAt: now.toISOString(), model };
    const sealed = await seal(await readSealedEntries(tx, jobId, head.lastSeq), sealedModel, sha256);
    const before = begun.replaces ? documentOf(current, begun.replaces)?.issued?.body.issueId : undefined;
    await tx.insert(document).values({
      id: issueId,
      firmId: actor.firmId,
      jobId,
      kind: begun.kind,
      number,
      issuedAt: now,
      model,
      links: sealed.links,
      documentHash: sealed.documentHash,
      verificationToken: randomBytes(16).toString('hex'),
      begunId,
      sealedTo: head.lastSeq,
      replaces: before ?? null,
    });
    await tx
      .update(firm)
      .set({ nextDocumentNumber: sql`${firm.nextDocumentNumber} + 1` })
      .where(eq(firm.id, id));
    const appended = await appendWithin(tx, actor, 'job', jobId, [draft(sealed.documentHash)]);
    const recorded = appended?.results[0];
    if (!recorded?.accepted)
      throw new Error(`The issue of ${number} was not recorded: ${recorded ? recorded.reason : 'no job'}`);
    committed = appended?.committed;
    return { issued: true, documentId: issueId, number };
  });
  committed?.();
  return result;
}

/** A stored model as its kind reads it, with what every kind has. Throws where it is none of that kind. */
export function modelOf(kind: string, stored: unknown): PrintedModel {
  const definition = documents.of(kind);
  if (!definition) throw new Error(`There is no document ${kind}`);
  return z.looseObject(printedModel.shape).parse(definition.model.read(stored));
}

const neighbour = ({ id, number, verificationToken }: typeof document.$inferSelect): Neighbour => ({
  id,
  number,
  verificationToken,
});

/** The documents an issued one stands between: the one it puts right, and the one that puts it right. */
async function neighboursOf(tx: Transaction, row: typeof document.$inferSelect) {
  const [after] = await tx.select().from(document).where(eq(document.replaces, row.id));
  const [before] = row.replaces ? await tx.select().from(document).where(eq(document.id, row.replaces)) : [];
  return { replacedBy: after ? neighbour(after) : null, replaces: before ? neighbour(before) : null };
}

/** One of the firm's issued documents. */
export function findDocument(actor: FirmActor, documentId: string): Promise<IssuedDocument | null> {
  return forFirm(actor.firmId, async (tx) => {
    const [row] = await tx.select().from(document).where(eq(document.id, documentId));
    return row ? { ...row, model: modelOf(row.kind, row.model), ...(await neighboursOf(tx, row)) } : null;
  });
}

export type StoredPdf = { readonly pdf: Buffer; readonly sha256: string };

/** The printed form as first made; null while it has not been. */
export async function findPdf(actor: FirmActor, documentId: string): Promise<StoredPdf | null> {
  const rows = await forFirm(actor.firmId, (tx) =>
    tx.select().from(documentPdf).where(eq(documentPdf.documentId, documentId)),
  );
  return rows[0] ?? null;
}

/** Keeps the printed form; the first one made stays. */
export async function keepPdf(actor: FirmActor, documentId: string, pdf: Buffer): Promise<StoredPdf> {
  await forFirm(actor.firmId, (tx) =>
    tx
      .insert(documentPdf)
      .values({ documentId, firmId: actor.firmId, pdf, sha256: sha256(pdf) })
      .onConflictDoNothing(),
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
  readonly replacedBy: Neighbour | null;
  readonly replaces: Neighbour | null;
};

const storedLinks = z.array(z.string());

/** Checks an issued document by its token, showing only what proves it; null when no document has that token. */
export function checkByToken(token: string): Promise<PublicCheck | null> {
  return forVerification(token, async (tx) => {
    const [row] = await tx.select().from(document).where(eq(document.verificationToken, token));
    if (!row) return null;
    const model = modelOf(row.kind, row.model);
    const links = storedLinks.safeParse(row.links);
    const sealed: Seal = { links: links.success ? links.data : [], documentHash: row.documentHash };
    const verification = await verifyRow(tx, row, sealed);
    const [pdf] = await tx
      .select({ sha256: documentPdf.sha256 })
      .from(documentPdf)
      .where(eq(documentPdf.documentId, row.id));
    const changedSeq = !verification.intact && verification.what === 'entry' ? verification.seq : null;
    const [changed] =
      changedSeq === null
        ? []
        : await tx
            .select({ kind: entry.kind, recordedAt: entry.recordedAt })
            .from(entry)
            .where(and(eq(entry.streamId, row.jobId), eq(entry.seq, changedSeq)));
    return {
      number: row.number,
      kind: documents.of(row.kind)?.title ?? row.kind,
      issuedAt: row.issuedAt,
      firmName: model.firm.name,
      place:
        model.site
          .find((fact) => fact.label === 'Installation at')
          ?.value.split('\n')
          .at(-1) ?? '',
      documentHash: row.documentHash,
      pdfSha256: pdf?.sha256 ?? null,
      verification,
      changed: changed ?? null,
      ...(await neighboursOf(tx, row)),
    };
  });
}

/** Checks the sealed entries, the model, and that the ledger's own record of the issue names this hash. */
async function verifyRow(tx: Transaction, row: typeof document.$inferSelect, sealed: Seal): Promise<Verification> {
  const stored = await readSealedEntries(tx, row.jobId, sealed.links.length + 1);
  const sealedModel = { number: row.number, issuedAt: row.issuedAt.toISOString(), model: row.model };
  const checked = await verify(stored.slice(0, sealed.links.length), sealedModel, sealed, sha256);
  const issueRecord = stored[sealed.links.length];
  const said = z
    .object({ documentHash: z.string(), issueId: z.string().optional(), documentId: z.string().nullable() })
    .safeParse(issueRecord?.kind === 'document.issued' ? issueRecord.body : null);
  const isThisIssue =
    said.success &&
    said.data.documentHash === row.documentHash &&
    (said.data.issueId ?? said.data.documentId) === row.id;
  return checked.intact && !isThisIssue ? { intact: false, what: 'document' } : checked;
}
