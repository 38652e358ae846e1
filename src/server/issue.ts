import 'server-only';
import { randomBytes, randomUUID } from 'node:crypto';
import { and, eq, sql } from 'drizzle-orm';
import { documents, jobStream } from '../core/catalogue';
import type { PrintedModel } from '../core/certificates/printed-model';
import { documentOf } from '../core/job/job';
import type { JobDocument } from '../core/job/kinds/document';
import { type SealedModel, sealedRecord } from '../core/ledger/issued-check';
import { seal } from '../core/ledger/seal';
import { type Transaction, forFirm, forStream } from './connection';
import { modelOf, sha256, verifyUrlOf } from './documents';
import { logIssue } from './daily-heads';
import { foldAt } from './folds';
import { picturesFor } from './pictures';
import { NotPrinted, print } from './printing';
import { document, documentPdf, firm, stream } from './schema';
import { signPdf } from './sign-pdf';
import { signingKeyOf } from './signing-key';
import { readSealedEntries } from './stored-entries';
import { type FirmActor, appendWithin } from './streams';
import { inTurn } from './turns';

export type IssueResult =
  | { readonly issued: true; readonly documentId: string; readonly number: string }
  | { readonly issued: false; readonly reason: string };

/** How often it is begun again where others issued, or something was recorded, while it was printed. */
const mostTries = 6;

/** How long an issue waits for those of its firm before it. */
const mostMillisToWait = 120_000;

/** A document as it would be issued now: its seal is made and its file printed from this, with no lock held. */
type Prepared = {
  readonly begun: JobDocument;
  readonly sealedTo: number;
  readonly entries: Awaited<ReturnType<typeof readSealedEntries>>;
  readonly model: unknown;
  readonly printedAs: PrintedModel;
  readonly pictures: Awaited<ReturnType<typeof picturesFor>>;
  readonly firmRow: typeof firm.$inferSelect;
  readonly number: string;
  readonly replaces: string | null;
};

/** What stands in the way of an issue, in words. */
class NotIssued extends Error {}

/**
 * Issues one of a job's documents: seals the entries up to now and the model, numbers it, prints it, and appends the
 * record of the issue, which holds the hash of the printed file. All or nothing: it is written in one short transaction,
 * once the file is there, and only if the job, the firm and its next number are still those it was printed with. While it
 * is printed nothing is held, and nobody waits. The stream goes on; what was sealed is a prefix of it and stays.
 */
export async function issueDocument(
  actor: FirmActor,
  jobId: string,
  begunId: string,
  now: Date,
  device: string,
): Promise<IssueResult> {
  try {
    // Documents of a firm are numbered one after another: within a process they take turns, and no connection meanwhile.
    return await inTurn(
      `issue ${actor.firmId}`,
      async () => {
        for (let tries = 0; tries < mostTries; tries += 1) {
          const issued = await issueNow(actor, jobId, begunId, now, device);
          if (issued) return issued;
        }
        throw new NotIssued('Others were recording at the same time. Nothing was issued. Try again.');
      },
      mostMillisToWait,
    );
  } catch (error) {
    if (error instanceof NotPrinted) return { issued: false, reason: `Not issued. ${error.message}` };
    if (error instanceof NotIssued) return { issued: false, reason: error.message };
    throw error;
  }
}

/** One try; null where what it was printed from is no longer so. */
async function issueNow(
  actor: FirmActor,
  jobId: string,
  begunId: string,
  now: Date,
  device: string,
): Promise<IssueResult | null> {
  const issueId = randomUUID();
  const draft = (number: string, documentHash: string, pdfSha256: string | null) =>
    jobStream.draft(
      'document.issued',
      { documentId: begunId, issueId, number, documentHash, pdfSha256 },
      { id: randomUUID(), madeAt: now.toISOString(), device },
    );
  const prepared = await forFirm(actor.firmId, async (tx): Promise<Prepared> => {
    const [head] = await tx
      .select()
      .from(stream)
      .where(and(eq(stream.id, jobId), eq(stream.sort, 'job')));
    const job = head ? await foldAt(tx, 'job', jobId, head.lastSeq) : null;
    const begun = job ? documentOf(job, begunId) : undefined;
    if (!head || !job || !begun) throw new NotIssued('There is no such document in this job.');
    const firmRow = await firmOf(tx, 'read');
    const number = `${begun.kind}-${now.getUTCFullYear()}-${String(firmRow.nextDocumentNumber).padStart(4, '0')}`;
    const admission = jobStream.admit(job, draft(number, '0'.repeat(64), null), actor);
    if (!admission.accepted) throw new NotIssued(admission.reason);
    const view = documents.view(job, begun);
    const { name, address, telephone, email, logo } = firmRow;
    const model = view.definition.build(view, { name, address, telephone, email, logo });
    const printedAs = modelOf(begun.kind, model);
    const pictures = await picturesFor(tx, printedAs);
    const lost = new Set(printedAs.pictures.map((each) => each.sha256).filter((named) => !pictures.has(named))).size;
    if (lost > 0)
      throw new NotIssued(
        `${lost} picture${lost === 1 ? ' has' : 's have'} not arrived from the device that took ${lost === 1 ? 'it' : 'them'}: wait until that has a network, or strike ${lost === 1 ? 'it' : 'them'}.`,
      );
    return {
      begun,
      sealedTo: head.lastSeq,
      entries: await readSealedEntries(tx, jobId, head.lastSeq),
      model,
      printedAs,
      pictures,
      firmRow,
      number,
      replaces: (begun.replaces ? documentOf(job, begun.replaces)?.issued?.body.issueId : undefined) ?? null,
    };
  });
  const { begun, sealedTo, model, firmRow, number } = prepared;
  const { kind } = begun;
  const issuedAt = now.toISOString();
  const verificationToken = randomBytes(16).toString('hex');
  const sealedModel: SealedModel = {
    number,
    issuedAt,
    model,
    kind,
    firmId: firmRow.id,
    issuedBy: actor.id,
    device,
    sealedTo,
    begunId,
    replaces: prepared.replaces,
    verificationToken,
  };
  const sealed = await seal(prepared.entries, sealedModel, sha256);
  const { documentHash } = sealed;
  const signing = await signingKeyOf(actor.firmId, now);
  const made = await print(
    {
      kind,
      model: prepared.printedAs,
      pictures: prepared.pictures,
      sealed: {
        number,
        issuedAt: now,
        documentHash,
        verifyUrl: verifyUrlOf(verificationToken),
        record: sealedRecord(sealedModel, sealed),
        ...(signing && { signedBy: signing.name }),
      },
      at: now,
    },
    actor.firmId,
  );
  const pdf = signing ? await signPdf(made, signing) : made;
  let committed: (() => void) | undefined;
  const result = await forStream(actor.firmId, jobId, async (tx): Promise<IssueResult | null> => {
    const [head] = await tx
      .select()
      .from(stream)
      .where(and(eq(stream.id, jobId), eq(stream.sort, 'job')))
      .for('update');
    // Locked for the number alone, and only now.
    const current = await firmOf(tx, 'lock');
    if (head?.lastSeq !== sealedTo || !sameParticulars(current, firmRow)) return null;
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
      replaces: prepared.replaces,
    });
    await tx.insert(documentPdf).values({ documentId: issueId, firmId: actor.firmId, pdf, sha256: sha256(pdf) });
    await tx
      .update(firm)
      .set({ nextDocumentNumber: sql`${firm.nextDocumentNumber} + 1` })
      .where(eq(firm.id, firmRow.id));
    const appended = await appendWithin(tx, actor, 'job', jobId, [draft(number, documentHash, sha256(pdf))]);
    const recorded = appended?.results[0];
    if (!recorded?.accepted)
      throw new Error(`The issue of ${number} was not recorded: ${recorded ? recorded.reason : 'no job'}`);
    committed = appended?.committed;
    await logIssue(tx, { issueId, documentHash, pdfSha256: sha256(pdf) });
    return { issued: true, documentId: issueId, number };
  });
  committed?.();
  return result;
}

/** The row of the actor's own firm, read, or locked so that nobody else takes its next number meanwhile. */
async function firmOf(tx: Transaction, how: 'read' | 'lock'): Promise<typeof firm.$inferSelect> {
  const query = tx.select().from(firm);
  const [row] = await (how === 'lock' ? query.for('update') : query);
  if (!row) throw new Error('The firm of this transaction does not exist');
  return row;
}

/** Whether a paper printed with one state of a firm is right with another: its particulars, and the number. */
const sameParticulars = (one: typeof firm.$inferSelect, other: typeof firm.$inferSelect): boolean =>
  (['name', 'address', 'telephone', 'email', 'logo', 'nextDocumentNumber'] as const).every(
    (field) => one[field] === other[field],
  );
