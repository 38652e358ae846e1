import { renameSync, writeFileSync } from 'node:fs';
import { eq, sql } from 'drizzle-orm';
import type pg from 'pg';
import * as z from 'zod';
import { type Transaction, forFirm, forStream } from '../../src/server/connection';
import { sha256 } from '../../src/server/documents';
import { exportJob } from '../../src/server/keeping';
import { rewriteProjections } from '../../src/server/projections/rebuild';
import {
  document,
  documentPdf,
  documentProof,
  entry,
  firm,
  jobSummary,
  logLeaf,
  picture,
  stream,
} from '../../src/server/schema';
import { streams } from '../../src/server/stream-sorts';
import { checkOwn } from '../../src/server/verification';
import { type SavedJob, readSavedJob } from '../ledger/saved-job';
import { checkDocuments } from '../ledger/verify';
import { firmNamed } from './firm-copy';

const nothing = 'Nothing was imported.';

/** Writes a job as one file: by its id, its reference or the number of its paper. */
export async function exportJobTo(client: pg.Client, file: string, named = ''): Promise<object> {
  const { rows } = await client.query<{ job_id: string; firm_id: string; reference: string }>(
    'select job_id, firm_id, reference from job_summary where job_id::text = $1 or reference = $1 or document_number = $1',
    [named],
  );
  const [job] = rows;
  if (!job) throw new Error(`There is no job ${named}. Nothing was written.`);
  if (rows.length > 1)
    throw new Error(
      `${rows.length} jobs are called ${named}: say its id, ${rows.map((each) => each.job_id).join(' or ')}.`,
    );
  const actor = { id: 'command line', firmId: job.firm_id, roles: [] };
  const exported = await exportJob(actor, job.job_id);
  if (!exported) throw new Error(`There is no job ${named}. Nothing was written.`);
  writeFileSync(`${file}.unfinished`, exported.file, { mode: 0o600 });
  renameSync(`${file}.unfinished`, file);
  return { job: job.reference, id: job.job_id, file };
}

/** What of a saved document only its row knows. */
const rowOfDocument = z.object({
  verificationToken: z.string().regex(/^[0-9a-f]{32}$/),
  begunId: z.uuid().nullable().default(null),
  sealedTo: z.number().int().nullable().default(null),
  replaces: z.uuid().nullable().default(null),
});

/**
 * Puts a saved job back into its firm, with every entry, paper, seal and picture it had, where that firm has none such.
 * A job without papers goes to the firm that is named. A paper that was not issued here, and brings along no head signed
 * with a key that is known here, is told as unproved, and its verification page says so.
 */
export async function importJob(client: pg.Client, file: string, named: string | undefined): Promise<object> {
  const job = readSavedJob(file);
  const wrong = (await checkDocuments(job)).find(({ intact }) => !intact);
  if (wrong) throw new Error(`${wrong.number}: ${wrong.why}. ${nothing}`);
  const { id: firmId, name } = await firmNamed(client, job.documents[0]?.document?.firmId ?? named);
  if (job.documents.some((each) => each.document?.firmId !== firmId))
    throw new Error(`Its papers are of more than one firm. ${nothing}`);
  checkEntries(job);
  await checkNumbers(client, firmId, job);
  const { rowCount } = await client.query('select 1 from stream where id = $1', [job.jobId]);
  if (rowCount) throw new Error(`That job is here already. ${nothing}`);
  const { rows } = await client.query<{ number: string }>(
    'select number from document_removed where id = any($1::uuid[])',
    [job.documents.map(({ document: each }) => each?.id)],
  );
  if (rows[0]) throw new Error(`${rows[0].number} was removed from here when its time was over. ${nothing}`);
  try {
    await forStream(firmId, job.jobId, (tx) => put(tx, firmId, job));
  } catch (error) {
    const code = (error as { cause?: { code?: string } }).cause?.code;
    if (code !== '23505') throw error;
    throw new Error(`Something of it stands here already, under the same number. ${nothing}`, { cause: error });
  }
  const [summary] = await forFirm(firmId, (tx) => tx.select().from(jobSummary).where(eq(jobSummary.jobId, job.jobId)));
  const unproved: string[] = [];
  for (const { document: each } of job.documents)
    if (each && !(await checkOwn({ id: 'command line', firmId, roles: [] }, each.id))?.intact)
      unproved.push(each.number);
  return {
    firm: name,
    job: summary?.reference ?? job.jobId,
    entries: job.entries.length,
    documents: job.documents.length,
    unproved,
    pictures: job.pictures.size,
  };
}

/** How far beyond the firm's next number a paper's may be: one number too high and it could issue nothing any more. */
const furthestNumber = 10_000;
const countOf = (number: string): number => Number(/-(\d{4,9})$/.exec(number)?.[1] ?? Infinity);

/** Throws where a paper has a number that none of its kind and year has, or one the firm is far from. */
async function checkNumbers(client: pg.Client, firmId: string, { documents }: SavedJob): Promise<void> {
  const { rows } = await client.query<{ next: number }>('select next_document_number as next from firm where id = $1', [
    firmId,
  ]);
  const furthest = (rows[0]?.next ?? 1) + furthestNumber;
  for (const { document: each } of documents) {
    if (!each) continue;
    const begins = `${each.kind}-${new Date(each.issuedAt).getUTCFullYear()}-`;
    if (!each.number.startsWith(begins) || !/^\d{4,9}$/.test(each.number.slice(begins.length)))
      throw new Error(`${each.number} is no number of such a paper: it begins with ${begins}. ${nothing}`);
    if (countOf(each.number) > furthest)
      throw new Error(`${each.number} is out of reach: this firm's next number is ${rows[0]?.next}. ${nothing}`);
  }
}

/** Throws where the entries are no whole stream, or one that cannot be read here, or name papers that are not with them. */
function checkEntries({ entries, documents, pictures }: SavedJob): void {
  const numbers = new Set(documents.map((each) => each.document?.number));
  entries.forEach((each, index) => {
    if (each.seq !== index + 1) throw new Error(`Entry ${index + 1} is missing. ${nothing}`);
    const read = streams.job.readEntry(each);
    if (!read.ok) throw new Error(`Entry ${each.seq}: ${read.problem} ${nothing}`);
    const { number } = each.body as { number?: unknown };
    if (each.kind === 'document.issued' && !numbers.has(String(number)))
      throw new Error(`${String(number)} was issued, and is not in the file. ${nothing}`);
  });
  if (entries.length === 0) throw new Error(`There is no entry in it. ${nothing}`);
  for (const [hash, bytes] of pictures)
    if (sha256(Buffer.from(bytes)) !== hash)
      throw new Error(`Picture ${hash} is another than its name says. ${nothing}`);
}

async function put(tx: Transaction, firmId: string, job: SavedJob): Promise<void> {
  const { jobId, entries } = job;
  await tx.insert(stream).values({ id: jobId, firmId, sort: 'job', lastSeq: entries.length });
  for (const { madeAt, recordedAt, ...each } of entries)
    await tx.insert(entry).values({
      ...each,
      firmId,
      streamId: jobId,
      madeAt: new Date(madeAt),
      ...(recordedAt && { recordedAt: new Date(recordedAt) }),
    });
  for (const [hash, bytes] of job.pictures)
    await tx
      .insert(picture)
      .values({ firmId, sha256: hash, bytes: Buffer.from(bytes) })
      .onConflictDoNothing();
  for (const saved of [...job.documents].sort((a, b) => inOrder(a.document?.issuedAt, b.document?.issuedAt))) {
    if (!saved.document || !saved.pdf) continue;
    const { id, kind, number, issuedAt, model, links, documentHash, proof } = saved.document;
    const row = rowOfDocument.parse(saved.raw);
    await tx
      .insert(document)
      .values({ id, firmId, jobId, kind, number, issuedAt: new Date(issuedAt), model, links, documentHash, ...row });
    const pdf = Buffer.from(saved.pdf);
    await tx.insert(documentPdf).values({ documentId: id, firmId, pdf, sha256: sha256(pdf) });
    // What was not issued here is not put into the tree of what was: it keeps what it brings along.
    const [logged] = await tx.select().from(logLeaf).where(eq(logLeaf.issueId, id));
    if (!logged && proof) await tx.insert(documentProof).values({ documentId: id, firmId, proof });
    // The firm's next paper must not get a number that stands.
    const taken = countOf(number);
    await tx
      .update(firm)
      .set({ nextDocumentNumber: sql`greatest(${firm.nextDocumentNumber}, ${taken + 1})` })
      .where(eq(firm.id, firmId));
  }
  await rewriteProjections(tx, firmId, 'job', jobId);
}

const inOrder = (a = '', b = ''): number => (a < b ? -1 : a > b ? 1 : 0);
