import 'server-only';
import { env } from '../env';
import type { PrintedModel } from '../core/certificates/printed-model';
import { layoutOf } from '../print/layouts/registry';
import { findDocument, findPdf, keepPdf, type StoredPdf } from './documents';
import type { FirmActor } from './streams';

export type Printed = StoredPdf & { readonly fileName: string };

/** The printed form of one of the firm's documents: made once, kept, and the same ever after. */
export async function printed(actor: FirmActor, documentId: string): Promise<Printed | null> {
  const found = await findDocument(actor, documentId);
  if (!found) return null;
  const { kind, number, issuedAt, documentHash, verificationToken, model } = found;
  const verifyUrl = `${env().APP_URL}/verify/${verificationToken}`;
  const make = () => layoutOf(kind)(model, { number, issuedAt, documentHash, verifyUrl }, issuedAt);
  const kept = (await findPdf(actor, documentId)) ?? (await keepPdf(actor, documentId, await make()));
  return { ...kept, fileName: fileNameOf(model, number) };
}

/** The file name a document is handed over under. */
export const fileNameOf = (model: PrintedModel, number: string | null): string =>
  `${number ?? `draft-${model.reference}`}.pdf`.replace(/[^\w.-]+/g, '-');
