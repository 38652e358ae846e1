import 'server-only';
import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm';
import { strToU8, zipSync } from 'fflate';
import { v7 } from 'uuid';
import { leastYearsKept } from '../core/firm/kinds/defaults';
import { supervises } from '../core/ledger/actor';
import type { LogProof } from '../core/ledger/daily-head';
import { forStream } from './connection';
import { forFirmSettled } from './projections/settle';
import { proofOf } from './daily-heads';
import { sha256 } from './documents';
import { forgetFold } from './folds';
import { firmParticulars, firmState } from './people';
import { picturesKept } from './pictures';
import { document, documentPdf, documentRemoved, entry, jobExport, jobSummary, stream } from './schema';
import { readSealedEntries } from './stored-entries';
import { broughtProof } from './verification';
import type { FirmActor } from './streams';

/** How long this firm keeps a job after its last paper. */
const yearsKept = async (firmId: string): Promise<number> =>
  Math.max(leastYearsKept, (await firmState(firmId)).defaults.keepYears ?? leastYearsKept);

export type ExportedJob = { readonly file: Uint8Array<ArrayBuffer>; readonly name: string };

/**
 * A job whole, as one file: its entries as they are stored, each document with its seal and what proves it, each printed
 * file, each picture that is what its hash says. What was handed out is written down, so that a job can be removed afterwards. Null for no such job of the firm's.
 */
export function exportJob(actor: FirmActor, jobId: string): Promise<ExportedJob | null> {
  return forFirmSettled(actor.firmId, async (tx) => {
    const [head] = await tx
      .select()
      .from(stream)
      .where(and(eq(stream.id, jobId), eq(stream.sort, 'job')))
      .for('update');
    if (!head) return null;
    const [summary] = await tx.select().from(jobSummary).where(eq(jobSummary.jobId, jobId));
    const entries = await readSealedEntries(tx, jobId, head.lastSeq);
    const issued = await tx.select().from(document).where(eq(document.jobId, jobId)).orderBy(asc(document.issuedAt));
    const files = await tx
      .select()
      .from(documentPdf)
      .where(
        inArray(
          documentPdf.documentId,
          issued.map(({ id }) => id),
        ),
      );
    const named = entries.flatMap(({ kind, body }) =>
      kind === 'picture.taken' ? [(body as { sha256: string }).sha256] : [],
    );
    const { whole: pictures } = await picturesKept(tx, named);
    const proofs = new Map<string, LogProof | null>();
    for (const { id } of issued) proofs.set(id, (await broughtProof(tx, id)) ?? (await proofOf(id)));
    const text = (value: unknown) => strToU8(JSON.stringify(value, null, 2));
    const contents = {
      'ledger.json': text({ format: 'orange-ledger/job/1', jobId, entries }),
      ...Object.fromEntries(
        issued.map((each) => {
          const pdfSha256 = files.find(({ documentId }) => documentId === each.id)?.sha256 ?? null;
          return [
            `documents/${each.number}.json`,
            text({ format: 'orange-ledger/document/1', ...each, pdfSha256, proof: proofs.get(each.id) ?? null }),
          ] as const;
        }),
      ),
      ...Object.fromEntries(
        [...pictures].map(([name, bytes]) => [`pictures/${name}.jpg`, new Uint8Array(bytes)] as const),
      ),
      ...Object.fromEntries(
        files.map(({ documentId, pdf }) => {
          const number = issued.find(({ id }) => id === documentId)?.number ?? documentId;
          return [`documents/${number}.pdf`, new Uint8Array(pdf)] as const;
        }),
      ),
    };
    const file = new Uint8Array(zipSync(contents));
    await tx.insert(jobExport).values({
      id: v7(),
      firmId: actor.firmId,
      jobId,
      toSeq: head.lastSeq,
      sha256: sha256(Buffer.from(file)),
      exportedBy: actor.id,
    });
    return { file, name: `${(summary?.reference || jobId).replaceAll(/[^\w.-]+/g, '-')}.zip` };
  });
}

type Removed = { readonly ok: true } | { readonly ok: false; readonly problem: string };

const whyNot: Readonly<Record<string, string>> = {
  none: 'There is no such job.',
  young: 'Its retention period is not over. Nothing was removed.',
  kept: 'Download it first. Nothing was removed.',
};

/** Removes a job that is past keeping and was saved; of its papers number, day and hash stay. */
export async function removeJob(actor: FirmActor, jobId: string): Promise<Removed> {
  if (!supervises(actor)) return { ok: false, problem: 'Only a supervisor can remove jobs. Nothing was removed.' };
  const [years, { name }] = await Promise.all([yearsKept(actor.firmId), firmParticulars(actor.firmId)]);
  const answer = await forStream(actor.firmId, jobId, async (tx) => {
    const { rows } = await tx.execute<{ why: string | null }>(
      sql`select remove_job(${jobId}::uuid, ${years}::integer, ${actor.id}, ${name}) as why`,
    );
    return rows[0]?.why ?? null;
  });
  if (answer !== null) return { ok: false, problem: whyNot[answer] ?? answer };
  forgetFold(jobId);
  return { ok: true };
}

type KeptJob = {
  readonly jobId: string;
  readonly reference: string;
  readonly siteAddress: string;
  readonly number: string | null;
  readonly lastPaper: Date;
  /** Whether it was saved as it stands now. */
  readonly saved: boolean;
};

export type Copies = {
  readonly years: number;
  /** Jobs past keeping, the oldest first. */
  readonly past: readonly KeptJob[];
  readonly removed: readonly (typeof documentRemoved.$inferSelect)[];
};

const mostShown = 200;

/** What is past the time this firm keeps copies, and what is left of papers removed. */
export async function copiesOf(firmId: string, now: Date): Promise<Copies> {
  const years = await yearsKept(firmId);
  const before = new Date(now);
  before.setUTCFullYear(before.getUTCFullYear() - years);
  return forFirmSettled(firmId, async (tx) => {
    // Of a job that never came to a paper, its last entry.
    const lastPaper =
      sql<Date>`coalesce(max(${document.issuedAt}), (select max(${entry.recordedAt}) from ${entry} where ${entry.streamId} = ${jobSummary.jobId}))`.mapWith(
        document.issuedAt,
      );
    const rows = await tx
      .select({
        jobId: jobSummary.jobId,
        reference: jobSummary.reference,
        siteAddress: jobSummary.siteAddress,
        number: jobSummary.documentNumber,
        lastPaper,
        saved: sql<boolean>`exists (select 1 from ${jobExport} where ${jobExport.jobId} = ${jobSummary.jobId} and ${jobExport.toSeq} = ${jobSummary.lastSeq})`,
      })
      .from(jobSummary)
      .leftJoin(document, eq(document.jobId, jobSummary.jobId))
      .groupBy(jobSummary.jobId)
      .having(sql`${lastPaper} < ${before.toISOString()}::timestamptz`)
      .orderBy(asc(lastPaper))
      .limit(mostShown);
    const removed = await tx.select().from(documentRemoved).orderBy(desc(documentRemoved.removedAt)).limit(mostShown);
    return { years, past: rows, removed };
  });
}
