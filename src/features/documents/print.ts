import 'server-only';
import { type StoredPdf, findDocument, findPdf, keepPdf } from '../../db/documents';
import type { FirmActor } from '../../db/ledger-store';
import { reportFileName, reportPdf } from '../../documents/report-pdf';
import { env } from '../../env';

export type Printed = StoredPdf & { readonly fileName: string };

/** The printed form of one of the firm's documents: made once, kept, and the same ever after. */
export async function printed(actor: FirmActor, documentId: string): Promise<Printed | null> {
  const found = await findDocument(actor, documentId);
  if (!found) return null;
  const { number, issuedAt, documentHash, verificationToken, model } = found;
  const verifyUrl = `${env().APP_URL}/verify/${verificationToken}`;
  const kept =
    (await findPdf(actor, documentId)) ??
    (await keepPdf(actor, documentId, await reportPdf(model, { number, issuedAt, documentHash, verifyUrl }, issuedAt)));
  return { ...kept, fileName: reportFileName(model, number) };
}
