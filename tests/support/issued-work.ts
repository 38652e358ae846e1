import { v7 } from 'uuid';
import type { Scribe } from '../../scripts/demo/scribe';
import { documents, jobStream } from '../../src/core/catalogue';
import { issueDocument } from '../../src/server/issue';
import { type FirmActor, append, openJob } from '../../src/server/streams';

/** Signs every declaration of a paper, one after the other. */
export async function signAll(
  actor: FirmActor,
  jobId: string,
  documentId: string,
  kind: string,
  at: Date,
): Promise<void> {
  const signatures = (documents.of(kind)?.roles ?? []).map(({ role, statement }) =>
    jobStream.draft(
      'declaration.signed',
      { documentId, role, name: 'P', position: 'I', statement },
      { id: v7(), madeAt: at.toISOString(), device: 'test' },
    ),
  );
  await append(actor, 'job', jobId, signatures);
}

/** Opens a job as written down, signs every declaration of its paper and issues it; answers the job and the issue. */
export async function issueWork(
  actor: FirmActor,
  { drafts, documentId }: Scribe,
  kind: string,
  at: Date,
): Promise<{ jobId: string; issueId: string }> {
  const jobId = v7();
  await openJob(actor, jobId, drafts);
  await signAll(actor, jobId, documentId, kind, at);
  const result = await issueDocument(actor, jobId, documentId, at, 'test');
  if (!result.issued) throw new Error(result.reason);
  return { jobId, issueId: result.documentId };
}
