import 'server-only';
import { createHash } from 'node:crypto';
import { eq } from 'drizzle-orm';
import * as z from 'zod';
import { documents } from '../core/catalogue';
import { dutiesOf } from '../core/certificates/documents';
import type { Duty } from '../core/job/document-definition';
import { type PrintedModel, printedModel } from '../core/certificates/printed-model';
import { type Closing, closings } from '../core/certificates/remedies';
import { env } from '../env';
import { type Transaction, forFirm } from './connection';
import { foldAt } from './folds';
import { document, documentPdf, stream } from './schema';
import type { FirmActor } from './streams';

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
  /** Findings that were put right since, by their ids. */
  readonly closed: ReadonlyMap<string, Closing>;
  /** What follows from it for whoever ordered it or made it. */
  readonly duties: readonly Duty[];
};

export type Neighbour = { readonly id: string; readonly number: string; readonly verificationToken: string };

/** Where anybody who holds a document can have it checked. */
export const verifyUrlOf = (verificationToken: string): string => `${env().APP_URL}/verify/${verificationToken}`;

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
export async function neighboursOf(tx: Transaction, row: typeof document.$inferSelect) {
  const [after] = await tx.select().from(document).where(eq(document.replaces, row.id));
  const [before] = row.replaces ? await tx.select().from(document).where(eq(document.id, row.replaces)) : [];
  return { replacedBy: after ? neighbour(after) : null, replaces: before ? neighbour(before) : null };
}

/** A stored document as its pages show it: its model read, its neighbours, and what was put right since. */
async function asIssued(tx: Transaction, row: typeof document.$inferSelect): Promise<IssuedDocument> {
  const [head] = await tx.select().from(stream).where(eq(stream.id, row.jobId));
  const job = head ? await foldAt(tx, 'job', row.jobId, head.lastSeq) : null;
  return {
    ...row,
    model: modelOf(row.kind, row.model),
    ...(await neighboursOf(tx, row)),
    closed: job ? closings(job) : new Map(),
    duties: job ? dutiesOf(job).filter(({ issueId }) => issueId === row.id) : [],
  };
}

/** One of the firm's issued documents. */
export function findDocument(actor: FirmActor, documentId: string): Promise<IssuedDocument | null> {
  return forFirm(actor.firmId, async (tx) => {
    const [row] = await tx.select().from(document).where(eq(document.id, documentId));
    return row ? asIssued(tx, row) : null;
  });
}

export type StoredPdf = { readonly pdf: Buffer; readonly sha256: string };

/** The printed file as it was kept; null while there is none, which only documents of earlier versions can be without. */
export async function findPdf(actor: FirmActor, documentId: string): Promise<StoredPdf | null> {
  const rows = await forFirm(actor.firmId, (tx) =>
    tx.select().from(documentPdf).where(eq(documentPdf.documentId, documentId)),
  );
  return rows[0] ?? null;
}

/** Keeps the printed file of a document issued by an earlier version; the first one kept stays. */
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
