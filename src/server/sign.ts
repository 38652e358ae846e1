import 'server-only';
import { randomUUID } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import { documents, jobStream } from '../core/catalogue';
import { documentOf } from '../core/job/job';
import { forStream } from './connection';
import { foldAt } from './folds';
import { stream } from './schema';
import { type FirmActor, appendWithin } from './streams';

export type Signer = FirmActor & { readonly name: string; readonly position: string };
export type SignResult = { readonly signed: true } | { readonly signed: false; readonly reason: string };

/** Which declaration of which document, and up to which entry the person had read the job. */
export type Signing = {
  readonly jobId: string;
  readonly documentId: string;
  readonly role: string;
  readonly upTo: number;
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
): Promise<SignResult> {
  let committed: (() => void) | undefined;
  const result = await forStream(signer.firmId, jobId, async (tx): Promise<SignResult> => {
    const [head] = await tx
      .select()
      .from(stream)
      .where(and(eq(stream.id, jobId), eq(stream.sort, 'job')))
      .for('update');
    const job = head ? await foldAt(tx, 'job', jobId, head.lastSeq) : null;
    const document = job ? documentOf(job, documentId) : undefined;
    const declared = document && documents.of(document.kind)?.roles.find((each) => each.role === role);
    if (!head || !declared) return { signed: false, reason: 'There is no such declaration in this job.' };
    if (head.lastSeq !== upTo)
      return { signed: false, reason: 'Something was recorded since you looked. Look again, then sign.' };
    const draft = jobStream.draft(
      'declaration.signed',
      { documentId, role, name: signer.name.trim(), position: signer.position.trim(), statement: declared.statement },
      { id: randomUUID(), madeAt: now.toISOString(), device },
    );
    const appended = await appendWithin(tx, signer, 'job', jobId, [draft]);
    committed = appended?.committed;
    const recorded = appended?.results[0];
    return recorded?.accepted
      ? { signed: true }
      : { signed: false, reason: recorded?.reason ?? 'There is no such job.' };
  });
  committed?.();
  return result;
}
