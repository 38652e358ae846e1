import { v7 } from 'uuid';
import type { NewJobEntry } from '../core/catalogue';
import { practiceHashed, practiceNumber } from '../core/practice/paper-stream';
import type { Firm } from '../core/job/document-definition';
import type { JobView } from '../core/job/view';
import { type SealedEntry, seal } from '../core/ledger/seal';

async function sha256(text: string): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(practiceHashed(text)));
  return [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** Seals a practice paper on this device: the record of its issue, under a number and a hash no real paper can have. */
export async function practiceIssue(view: JobView, firm: Firm): Promise<NewJobEntry> {
  const { job, document, definition } = view;
  const entries = [...job.entries.values()] as SealedEntry[];
  const { documentHash } = await seal(entries, definition.build(view, firm), sha256);
  const count = job.documents.filter(({ issued }) => issued).length + 1;
  return {
    kind: 'document.issued',
    body: {
      documentId: document.id,
      issueId: v7(),
      number: practiceNumber(document.kind, count),
      documentHash,
      pdfSha256: null,
    },
  };
}
