import 'server-only';
import { randomUUID } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import { type JobBody, documents, jobStream } from '../core/catalogue';
import { documentOf } from '../core/job/job';
import { type Transaction, forStream } from './connection';
import { foldAt } from './folds';
import { stream } from './schema';
import { type FirmActor, appendWithin } from './streams';

export type Signer = FirmActor & { readonly name: string; readonly position: string };
/** Rolls a transaction back with the reason why nothing was signed. */
class NotSigned extends Error {}

export type SignResult = { readonly signed: true } | { readonly signed: false; readonly reason: string };

/** Which declaration of which document, and up to which entry the person had read the job. */
export type Signing = {
  readonly jobId: string;
  readonly documentId: string;
  readonly role: string;
  readonly upTo: number;
};

/** What comes with the signature of somebody outside the firm: the link, whence it was used, and the drawing. */
export type Outside = {
  readonly linkId: string;
  readonly address: string;
  readonly drawn: JobBody<'declaration.signed'>['drawn'];
  /** Takes the link up in the same transaction; a reason where it no longer can be. */
  readonly takeUp: (tx: Transaction) => Promise<string | null>;
};

/**
 * Signs a declaration. Who signs, what they are and the words of the declaration are the server's own; of the asker it
 * takes only which declaration, and refuses one that was asked for before the last entry was seen.
 */
export async function signDocument(
  signer: Signer,
  { jobId, documentId, role, upTo }: Signing,
  now: Date,
  device: string,
  outside?: Outside,
): Promise<SignResult> {
  let committed: (() => void) | undefined;
  const signing = forStream(signer.firmId, jobId, async (tx): Promise<SignResult> => {
    const [head] = await tx
      .select()
      .from(stream)
      .where(and(eq(stream.id, jobId), eq(stream.sort, 'job')))
      .for('update');
    const job = head ? await foldAt(tx, 'job', jobId, head.lastSeq) : null;
    const document = job ? documentOf(job, documentId) : undefined;
    const declared = document && documents.of(document.kind)?.roles.find((each) => each.role === role);
    if (!head || !declared) return { signed: false, reason: 'There is no such declaration in this job.' };
    if (head.lastSeq !== upTo) return { signed: false, reason: 'Something was recorded since. Check it, then sign.' };
    const taken = await outside?.takeUp(tx);
    if (taken) return { signed: false, reason: taken };
    const said = {
      documentId,
      role,
      name: signer.name.trim(),
      position: signer.position.trim(),
      statement: declared.statement,
      ...(outside && { outside: { linkId: outside.linkId, address: outside.address } }),
      ...(outside?.drawn && { drawn: outside.drawn }),
    };
    const draft = jobStream.draft('declaration.signed', said, { id: randomUUID(), madeAt: now.toISOString(), device });
    const appended = await appendWithin(tx, signer, 'job', jobId, [draft]);
    committed = appended?.committed;
    const recorded = appended?.results[0];
    if (recorded?.accepted) return { signed: true };
    throw new NotSigned(recorded?.reason ?? 'There is no such job.');
  });
  try {
    const result = await signing;
    committed?.();
    return result;
  } catch (error) {
    if (error instanceof NotSigned) return { signed: false, reason: error.message };
    throw error;
  }
}
