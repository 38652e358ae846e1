import 'server-only';
import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import { tests } from '../core/catalogue';
import { readingsInDoubt } from '../core/certificates/readings-in-doubt';
import { type Doubt, doubtsOf } from '../core/firm/accuracy';
import type { FirmState } from '../core/firm/firm';
import { forFirm } from './connection';
import { forFirmSettled } from './projections/settle';
import { whyNotKept } from './quotas';
import { sha256 } from './documents';
import { jobNow } from './folds';
import { entry, firmFile, jobSummary } from './schema';
import type { FirmActor } from './streams';

/** What leans on readings that are in doubt: a job, and its papers issued since. */
export type Leaning = {
  readonly jobId: string;
  readonly reference: string;
  readonly siteAddress: string;
  readonly readings: number;
  readonly documents: readonly { readonly issueId: string; readonly number: string }[];
};

const mostJobs = 200;

/** Jobs with readings in doubt by an instrument, the latest first, each with the documents that carry them. */
export async function leaningOn(firmId: string, doubts: readonly Doubt[]): Promise<Leaning[]> {
  if (doubts.length === 0) return [];
  const instrumentIds = [...new Set(doubts.map(({ instrumentId }) => instrumentId))];
  return forFirmSettled(firmId, async (tx) => {
    const used = tx
      .selectDistinct({ id: entry.streamId })
      .from(entry)
      .where(
        and(
          eq(entry.firmId, firmId),
          eq(entry.kind, 'reading.taken'),
          inArray(sql`${entry.body} ->> 'instrumentId'`, instrumentIds),
        ),
      );
    const rows = await tx
      .select()
      .from(jobSummary)
      .where(inArray(jobSummary.jobId, used))
      .orderBy(desc(jobSummary.jobId))
      .limit(mostJobs);
    const leaning: Leaning[] = [];
    for (const { jobId, reference, siteAddress } of rows) {
      const job = await jobNow(tx, jobId);
      const found = job ? readingsInDoubt(job, tests, doubts) : [];
      if (!job || found.length === 0) continue;
      const first = Math.min(...found.map((each) => each.entry.seq ?? 0));
      const documents = job.documents.flatMap(({ issued }) =>
        issued && (issued.seq ?? 0) > first ? [{ issueId: issued.body.issueId, number: issued.body.number }] : [],
      );
      leaning.push({ jobId, reference, siteAddress, readings: found.length, documents });
    }
    return leaning;
  });
}

/** Times in which any instrument of the firm was not known to be sound. */
export const allDoubts = (firm: FirmState): Doubt[] => [...firm.instruments.keys()].flatMap((id) => doubtsOf(firm, id));

export const mostFileBytes = 5_000_000;
/** By how a file begins: what it calls itself is not believed. */
const beginnings = [
  ['application/pdf', '25504446'],
  ['image/jpeg', 'ffd8ff'],
  ['image/png', '89504e470d0a1a0a'],
] as const;

export type FileKept = { readonly ok: true } | { readonly ok: false; readonly problem: string };

/** Keeps a file under the hash of its bytes, once. */
export async function keepFile(actor: FirmActor, named: string, bytes: Buffer): Promise<FileKept> {
  const type = beginnings.find(([, begins]) => bytes.subarray(0, 8).toString('hex').startsWith(begins))?.[0];
  if (!type) return { ok: false, problem: 'A certificate is a PDF, a JPEG or a PNG.' };
  if (sha256(bytes) !== named) return { ok: false, problem: 'The file does not match its type.' };
  return forFirm(actor.firmId, async (tx): Promise<FileKept> => {
    const [kept] = await tx
      .select({ sha256: firmFile.sha256 })
      .from(firmFile)
      .where(and(eq(firmFile.firmId, actor.firmId), eq(firmFile.sha256, named)));
    const enough = kept ? null : await whyNotKept(tx, actor.firmId, 'files');
    if (enough) return { ok: false, problem: enough };
    await tx.insert(firmFile).values({ firmId: actor.firmId, sha256: named, type, bytes }).onConflictDoNothing();
    return { ok: true };
  });
}

/** A file of the firm's by its hash. */
export async function findFile(actor: FirmActor, named: string): Promise<{ type: string; bytes: Buffer } | null> {
  const [row] = await forFirm(actor.firmId, (tx) =>
    tx
      .select({ type: firmFile.type, bytes: firmFile.bytes })
      .from(firmFile)
      .where(and(eq(firmFile.firmId, actor.firmId), eq(firmFile.sha256, named))),
  );
  return row ?? null;
}
