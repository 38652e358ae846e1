import { createHash } from 'node:crypto';
import { z } from 'zod';
import { type SealedEntry, verify } from '../../src/core/ledger/seal';
import { type Answer, unusable } from './answer';
import { type DocumentFile, type SavedJob, readSavedJob } from './saved-job';

const sha256 = (data: string | Uint8Array): string => createHash('sha256').update(data).digest('hex');

const issueRecord = z.object({ documentHash: z.string(), pdfSha256: z.string().nullable().optional() });
/** From this version of the record on, the hash covers all that is shown of a document. */
const coversAll = 3;

type Checked = {
  readonly number: string;
  readonly kind: string;
  readonly intact: boolean;
  readonly why: string | null;
  readonly entries: number;
};

async function check(
  document: DocumentFile,
  entries: readonly SealedEntry[],
  pdf: Uint8Array | undefined,
): Promise<Checked> {
  const { number, kind, issuedAt, model, links, documentHash, firmId } = document;
  const record = entries[links.length];
  const said = issueRecord.safeParse(record?.kind === 'document.issued' ? record.body : null);
  const shown = { number, issuedAt, model };
  const all =
    record && record.version >= coversAll
      ? { ...shown, kind, firmId, issuedBy: record.madeBy, device: record.device, sealedTo: links.length }
      : shown;
  const found = await verify(entries.slice(0, links.length), all, { links, documentHash }, sha256);
  const why = !found.intact
    ? 'seq' in found
      ? `entry ${found.seq} was ${found.what}`
      : 'the document is not what was sealed'
    : !said.success || said.data.documentHash !== documentHash
      ? 'the record of its issue does not name it'
      : !pdf
        ? 'its printed file is not there'
        : said.data.pdfSha256 && sha256(pdf) !== said.data.pdfSha256
          ? 'its printed file is not what was sealed'
          : null;
  return { number, kind, intact: why === null, why, entries: links.length };
}

/** Every document of a saved job, checked by the file alone: entries, model, record and printed file. */
export async function checkDocuments({ documents, entries }: SavedJob): Promise<Checked[]> {
  const checked: Checked[] = [];
  for (const { name, document, pdf } of documents)
    checked.push(
      document
        ? await check(document, entries, pdf)
        : { number: name, kind: '', intact: false, why: 'it cannot be read as a document', entries: 0 },
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
