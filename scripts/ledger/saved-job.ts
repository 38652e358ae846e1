import { readFileSync, statSync } from 'node:fs';
import { type Unzipped, strFromU8, unzipSync } from 'fflate';
import * as z from 'zod';
import { logProof } from '../../src/core/ledger/daily-head';
import { issuedRow } from '../../src/core/ledger/issued-check';
import type { SealedEntry } from '../../src/core/ledger/seal';

const sealedEntry = z.object({
  id: z.string(),
  seq: z.number().int(),
  kind: z.string(),
  version: z.number().int(),
  body: z.unknown(),
  madeAt: z.string(),
  madeBy: z.string(),
  device: z.string(),
  recordedAt: z.iso.datetime().optional(),
});
const ledger = z.object({ format: z.literal('orange-ledger/job/1'), jobId: z.string(), entries: z.array(sealedEntry) });

/** An issued document as it is handed out. */
export const documentFile = issuedRow.extend({
  format: z.literal('orange-ledger/document/1'),
  links: z.array(z.string()),
  pdfSha256: z.string().nullable(),
  /** The way up to a signed daily head; null where there was none yet, or it was saved before that went along. */
  proof: logProof.nullable().default(null),
});
export type DocumentFile = z.infer<typeof documentFile>;

type SavedDocument = {
  /** How it is called within the file. */
  readonly name: string;
  /** As it was written; null where that is no document. */
  readonly raw: unknown;
  readonly document: DocumentFile | null;
  readonly pdf: Uint8Array | undefined;
};
export type SavedJob = {
  readonly jobId: string;
  readonly entries: readonly SealedEntry[];
  readonly documents: readonly SavedDocument[];
  /** Pictures by the hash they are named with. */
  readonly pictures: ReadonlyMap<string, Uint8Array>;
};

const million = 1_000_000;
/** The largest job there is has some hundred pictures of 700 kB. */
const most = { file: 400 * million, part: 60 * million, inAll: 600 * million, parts: 10_000 } as const;

/** The parts of a zip: what says that it grows beyond any job is refused before any of it is unpacked. */
function partsOf(file: string): Unzipped {
  if (statSync(file).size > most.file) throw new Error('it is larger than any job');
  let inAll = 0;
  let parts = 0;
  return unzipSync(new Uint8Array(readFileSync(file)), {
    filter: ({ originalSize, size }) => {
      inAll += Math.max(originalSize, size);
      parts += 1;
      if (originalSize > most.part || inAll > most.inAll || parts > most.parts)
        throw new Error('what is in it is larger than any job');
      return true;
    },
  });
}

/** A job saved as a file. Throws what is wrong with a file that is none. */
export function readSavedJob(file: string): SavedJob {
  let parts: Unzipped;
  try {
    parts = partsOf(file);
  } catch (error) {
    throw new Error(`${file} is no saved job: ${error instanceof Error ? error.message : String(error)}`, {
      cause: error,
    });
  }
  const read = (name: string): unknown => {
    try {
      return JSON.parse(strFromU8(parts[name] ?? new Uint8Array()));
    } catch {
      return null;
    }
  };
  const job = ledger.safeParse(read('ledger.json'));
  if (!job.success) throw new Error('ledger.json is missing or cannot be read.');
  const names = Object.keys(parts);
  return {
    jobId: job.data.jobId,
    entries: job.data.entries as SealedEntry[],
    documents: names
      .filter((name) => /^documents\/[^/]+\.json$/.test(name))
      .sort()
      .map((name) => {
        const raw = read(name);
        return {
          name,
          raw,
          document: documentFile.safeParse(raw).data ?? null,
          pdf: parts[name.replace(/json$/, 'pdf')],
        };
      }),
    pictures: new Map(
      names.flatMap((name) => {
        const sha256 = /^pictures\/([0-9a-f]{64})\.jpg$/.exec(name)?.[1];
        const bytes = parts[name];
        return sha256 && bytes ? [[sha256, bytes] as const] : [];
      }),
    ),
  };
}
