import { renameSync, writeFileSync } from 'node:fs';
import { eq, sql } from 'drizzle-orm';
import type pg from 'pg';
import * as z from 'zod';
import { type Transaction, forFirm, forStream } from '../../src/server/connection';
import { logIssue } from '../../src/server/daily-heads';
import { sha256 } from '../../src/server/documents';
import { exportJob } from '../../src/server/keeping';
import { rewriteProjections } from '../../src/server/projections/rebuild';
import { document, documentPdf, entry, firm, jobSummary, logLeaf, picture, stream } from '../../src/server/schema';
import { streams } from '../../src/server/stream-sorts';
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
 * A job without papers goes to the firm that is named.
 */
export async function importJob(client: pg.Client, file: string, named: string | undefined): Promise<object> {
  const job = readSavedJob(file);
  const wrong = (await checkDocuments(job)).find(({ intact }) => !intact);
  if (wrong) throw new Error(`${wrong.number}: ${wrong.why}. ${nothing}`);
  const { id: firmId, name } = await firmNamed(client, job.documents[0]?.document?.firmId ?? named);
  if (job.documents.some((each) => each.document?.firmId !== firmId))
    throw new Error(`Its papers are of more than one firm. ${nothing}`);
  checkEntries(job);
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
  return {
    firm: name,
    job: summary?.reference ?? job.jobId,
    entries: job.entries.length,
    documents: job.documents.length,
    pictures: job.pictures.size,
  };
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
  for (const { madeAt, ...each } of entries)
    await tx.insert(entry).values({ ...each, firmId, streamId: jobId, madeAt: new Date(madeAt) });
  for (const [hash, bytes] of job.pictures)
    await tx
      .insert(picture)
      .values({ firmId, sha256: hash, bytes: Buffer.from(bytes) })
      .onConflictDoNothing();
  for (const saved of [...job.documents].sort((a, b) => inOrder(a.document?.issuedAt, b.document?.issuedAt))) {
    if (!saved.document || !saved.pdf) continue;
    const { id, kind, number, issuedAt, model, links, documentHash, pdfSha256 } = saved.document;
    const row = rowOfDocument.parse(saved.raw);
    await tx
      .insert(document)
      .values({ id, firmId, jobId, kind, number, issuedAt: new Date(issuedAt), model, links, documentHash, ...row });
    const pdf = Buffer.from(saved.pdf);
    await tx.insert(documentPdf).values({ documentId: id, firmId, pdf, sha256: sha256(pdf) });
    const [logged] = await tx.select().from(logLeaf).where(eq(logLeaf.issueId, id));
    if (!logged) await logIssue(tx, { issueId: id, documentHash, pdfSha256 });
    // The firm's next paper must not get a number that stands.
    const taken = Number(/\d+$/.exec(number)?.[0] ?? 0);
    await tx
      .update(firm)
      .set({ nextDocumentNumber: sql`greatest(${firm.nextDocumentNumber}, ${taken + 1})` })
      .where(eq(firm.id, firmId));
  }
  await rewriteProjections(tx, firmId, 'job', jobId);
}

const inOrder = (a = '', b = ''): number => (a < b ? -1 : a > b ? 1 : 0);
