import { createHash } from 'node:crypto';
import * as z from 'zod';
import { checkProof } from '../../src/core/ledger/daily-head';
import { checkIssued } from '../../src/core/ledger/issued-check';
import { hashOfHex, isSigned } from '../../src/server/signed-head';
import { type Answer, unusable } from './answer';
import { type DocumentFile, type SavedJob, readSavedJob } from './saved-job';

const sha256 = (data: string | Uint8Array): string => createHash('sha256').update(data).digest('hex');
const shown = z.object({ pictures: z.array(z.object({ sha256: z.string() })).default([]) });

type Checked = {
  readonly number: string;
  readonly kind: string;
  /** Whether the file agrees with itself. Anybody could write one that does: what proves it is `head`. */
  readonly intact: boolean;
  readonly why: string | null;
  readonly entries: number;
  /** The signed daily head it is in: issued by whoever owns that key, if it is theirs. Null where it brings none along. */
  readonly head: { readonly day: string; readonly publicKey: string } | null;
};

async function check(
  document: DocumentFile,
  { entries, pictures }: SavedJob,
  pdf: Uint8Array | undefined,
): Promise<Checked> {
  const { number, kind, links, documentHash, id, proof } = document;
  const { verification: found, pdfSha256, coversAll } = await checkIssued(document, entries, sha256);
  const isProved =
    proof !== null &&
    proof.leaf.issueId === id &&
    proof.leaf.documentHash === documentHash &&
    checkProof(proof, hashOfHex, isSigned).holds;
  const named = shown.safeParse(document.model).data?.pictures ?? [];
  const why = (): string | null => {
    if (!found.intact)
      return 'seq' in found ? `entry ${found.seq} was ${found.what}` : 'the document is not what was sealed';
    if (!pdf) return 'its printed file is not there';
    if (pdfSha256 && sha256(pdf) !== pdfSha256) return 'its printed file is not what was sealed';
    for (const { sha256: name } of named) {
      const bytes = pictures.get(name);
      if (bytes ? sha256(bytes) !== name : coversAll) return `picture ${name} is ${bytes ? 'another' : 'not there'}`;
    }
    return proof && !isProved ? 'what it brings along does not prove it' : null;
  };
  const problem = why();
  const head = proof && isProved ? { day: proof.head.day, publicKey: proof.head.publicKey } : null;
  return { number, kind, intact: problem === null, why: problem, entries: links.length, head };
}

/** Every document of a saved job, checked by the file alone: entries, model, record, printed file, pictures and proof. */
export async function checkDocuments(job: SavedJob): Promise<Checked[]> {
  const checked: Checked[] = [];
  for (const { name, document, pdf } of job.documents)
    checked.push(
      document
        ? await check(document, job, pdf)
        : { number: name, kind: '', intact: false, why: 'it cannot be read as a document', entries: 0, head: null },
    );
  return checked;
}

/** Checks a job saved as a file, without network or database. */
export async function verifyFile(file: string): Promise<Answer> {
  let job: SavedJob;
  try {
    job = readSavedJob(file);
  } catch (error) {
    return unusable(error instanceof Error ? error.message : String(error));
  }
  const documents = await checkDocuments(job);
  return {
    exit: documents.every(({ intact }) => intact) ? 0 : 1,
    output: { jobId: job.jobId, entries: job.entries.length, documents },
  };
}
