import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { strFromU8, unzipSync } from 'fflate';
import { z } from 'zod';
import { type SealedEntry, verify } from '../../src/core/ledger/seal';
import { type Answer, unusable } from './answer';

const sha256 = (data: string | Uint8Array): string => createHash('sha256').update(data).digest('hex');

const sealedEntry = z.object({
  id: z.string(),
  seq: z.number().int(),
  kind: z.string(),
  version: z.number().int(),
  body: z.unknown(),
  madeAt: z.string(),
  madeBy: z.string(),
  device: z.string(),
});
const ledger = z.object({ format: z.literal('orange-ledger/job/1'), jobId: z.string(), entries: z.array(sealedEntry) });

/** An issued document as it is handed out. */
export const documentFile = z.object({
  format: z.literal('orange-ledger/document/1'),
  id: z.string(),
  firmId: z.string(),
  kind: z.string(),
  number: z.string(),
  issuedAt: z.string(),
  model: z.unknown(),
  links: z.array(z.string()),
  documentHash: z.string(),
  pdfSha256: z.string().nullable(),
});

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
  document: z.infer<typeof documentFile>,
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

/** Checks every document of a job saved as a file, without network or database: entries, model, record and printed file. */
export async function verifyFile(file: string): Promise<Answer> {
  let parts: Record<string, Uint8Array>;
  try {
    parts = unzipSync(new Uint8Array(readFileSync(file)));
  } catch (error) {
    return unusable(`${file} is no saved job: ${error instanceof Error ? error.message : String(error)}`);
  }
  const read = (name: string): unknown => {
    try {
      return JSON.parse(strFromU8(parts[name] ?? new Uint8Array()));
    } catch {
      return null;
    }
  };
  const job = ledger.safeParse(read('ledger.json'));
  if (!job.success) return unusable('ledger.json is missing or cannot be read.');
  const names = Object.keys(parts).filter((name) => /^documents\/[^/]+\.json$/.test(name));
  const documents: Checked[] = [];
  for (const name of names.sort()) {
    const document = documentFile.safeParse(read(name));
    documents.push(
      document.success
        ? await check(document.data, job.data.entries as SealedEntry[], parts[name.replace(/json$/, 'pdf')])
        : { number: name, kind: '', intact: false, why: 'it cannot be read as a document', entries: 0 },
    );
  }
  return {
    exit: documents.every(({ intact }) => intact) ? 0 : 1,
    output: { jobId: job.data.jobId, entries: job.data.entries.length, documents },
  };
}
