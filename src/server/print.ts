import 'server-only';
import type { PrintedModel } from '../core/certificates/printed-model';
import { type StoredPdf, findDocument, findPdf, keepPdf, verifyUrlOf } from './documents';
import { checkOwn } from './verification';
import { print } from './printing';
import type { FirmActor } from './streams';

export type Printed = StoredPdf & { readonly fileName: string };
type PrintedResult =
  { readonly ok: true; readonly printed: Printed } | { readonly ok: false; readonly problem: string };

/** The printed file of one of the firm's documents, as it was sealed; never another in its place. Null for none such. */
export async function printed(actor: FirmActor, documentId: string): Promise<PrintedResult | null> {
  const found = await findDocument(actor, documentId);
  if (!found) return null;
  const { kind, number, issuedAt, documentHash, verificationToken, model } = found;
  const sealed = { number, issuedAt, documentHash, verifyUrl: verifyUrlOf(verificationToken) };
  const kept =
    (await findPdf(actor, documentId)) ??
    // Issued by a version that printed when the file was first asked for.
    (await keepPdf(
      actor,
      documentId,
      await print({ kind, model, sealed, at: issuedAt, pictures: new Map() }, actor.firmId),
    ));
  const check = await checkOwn(actor, documentId);
  if (check && !check.intact && check.what === 'file')
    return {
      ok: false,
      problem: 'The stored file of this document has been altered. It cannot be downloaded.',
    };
  return { ok: true, printed: { ...kept, fileName: fileNameOf(model, number) } };
}

/** The file name a document is handed over under. */
export const fileNameOf = (model: PrintedModel, number: string | null): string =>
  `${number ?? `draft-${model.reference}`}.pdf`.replace(/[^\w.-]+/g, '-');
