import 'server-only';
import { randomBytes, randomUUID } from 'node:crypto';
import { and, eq, sql } from 'drizzle-orm';
import { documents, jobStream } from '../core/catalogue';
import type { Firm } from '../core/job/document-definition';
import { documentOf } from '../core/job/job';
import { seal } from '../core/ledger/seal';
import { type Transaction, forStream } from './connection';
import { type SealedModel, modelOf, sha256, verifyUrlOf } from './documents';
import { logIssue } from './daily-heads';
import { foldAt } from './folds';
import { picturesFor } from './pictures';
import { NotPrinted, print } from './printing';
import { document, documentPdf, firm, stream } from './schema';
import { readSealedEntries } from './stored-entries';
import { type FirmActor, appendWithin } from './streams';

export type IssueResult =
  | { readonly issued: true; readonly documentId: string; readonly number: string }
  | { readonly issued: false; readonly reason: string };

/** The firm's own particulars, as a document carries them. */
async function firmOf(tx: Transaction): Promise<Firm & { readonly id: string; readonly nextDocumentNumber: number }> {
  // Locked, so that two documents issued at once get numbers one after the other.
  const [row] = await tx.select().from(firm).for('update');
  if (!row) throw new Error('The firm of this transaction does not exist');
  return row;
}

/**
 * Issues one of a job's documents: seals the entries up to now and the model, numbers it, prints it, and appends the
 * record of the issue, which holds the hash of the printed file. All or nothing. The stream goes on; what was sealed is
 * a prefix of it and stays.
 */
export async function issueDocument(
  actor: FirmActor,
  jobId: string,
  begunId: string,
  now: Date,
  device: string,
): Promise<IssueResult> {
  let committed: (() => void) | undefined;
  const issue = async (tx: Transaction): Promise<IssueResult> => {
    // Documents of a firm are numbered and printed one after another: longer than anything else is waited for.
    await tx.execute(sql`select set_config('lock_timeout', '25s', true), set_config('statement_timeout', '40s', true)`);
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
    const draft = (documentHash: string, pdfSha256: string | null) =>
      jobStream.draft(
        'document.issued',
        { documentId: begunId, issueId, number, documentHash, pdfSha256 },
        { id: randomUUID(), madeAt: now.toISOString(), device },
      );
    const admission = jobStream.admit(current, draft('0'.repeat(64), null), actor);
    if (!admission.accepted) return { issued: false, reason: admission.reason };

    const view = documents.view(current, begun);
    const model = view.definition.build(view, { name, address, telephone, email, logo });
    const { kind } = begun;
    const sealedTo = head.lastSeq;
    const issuedAt = now.toISOString();
    const sealedModel: SealedModel = {
      number,
      issuedAt,
      model,
      kind,
      firmId: id,
      issuedBy: actor.id,
      device,
      sealedTo,
    };
    const verificationToken = randomBytes(16).toString('hex');
    const sealed = await seal(await readSealedEntries(tx, jobId, head.lastSeq), sealedModel, sha256);
    const before = begun.replaces ? documentOf(current, begun.replaces)?.issued?.body.issueId : undefined;
    const { documentHash } = sealed;
    const printedAs = modelOf(kind, model);
    const files = await picturesFor(tx, printedAs);
    const lost = new Set(printedAs.pictures.map((each) => each.sha256).filter((named) => !files.has(named))).size;
    if (lost > 0)
      return {
        issued: false,
        reason: `${lost} picture${lost === 1 ? ' has' : 's have'} not arrived from the device that took ${lost === 1 ? 'it' : 'them'}: wait until that has a network, or strike ${lost === 1 ? 'it' : 'them'}.`,
      };
    const pdf = await print({
      kind,
      model: printedAs,
      pictures: files,
      sealed: { number, issuedAt: now, documentHash, verifyUrl: verifyUrlOf(verificationToken) },
      at: now,
    });
    await tx.insert(document).values({
      id: issueId,
      firmId: actor.firmId,
      jobId,
      kind,
      number,
      issuedAt: now,
      model,
      links: sealed.links,
      documentHash,
      verificationToken,
      begunId,
      sealedTo,
      replaces: before ?? null,
    });
    await tx.insert(documentPdf).values({ documentId: issueId, firmId: actor.firmId, pdf, sha256: sha256(pdf) });
    await tx
      .update(firm)
      .set({ nextDocumentNumber: sql`${firm.nextDocumentNumber} + 1` })
      .where(eq(firm.id, id));
    const appended = await appendWithin(tx, actor, 'job', jobId, [draft(documentHash, sha256(pdf))]);
    const recorded = appended?.results[0];
    if (!recorded?.accepted)
      throw new Error(`The issue of ${number} was not recorded: ${recorded ? recorded.reason : 'no job'}`);
    committed = appended?.committed;
    await logIssue(tx, { issueId, documentHash, pdfSha256: sha256(pdf) });
    return { issued: true, documentId: issueId, number };
  };
  try {
    const result = await forStream(actor.firmId, jobId, issue);
    committed?.();
    return result;
  } catch (error) {
    if (error instanceof NotPrinted) return { issued: false, reason: `Not issued. ${error.message}` };
    throw error;
  }
}
