import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 } from 'uuid';
import { afterAll, describe, expect, it } from 'vitest';
import { cottage } from '../../scripts/demo/dwellings';
import { type Report, circuitColumns, reportOf } from '../../src/core/document/report';
import type { Draft } from '../../src/core/ledger/entry';
import { fold } from '../../src/core/ledger/fold';
import { closeConnections } from '../../src/db/connection';
import { checkByToken, findDocument, issueDocument, sha256 } from '../../src/db/documents';
import { type FirmActor, append, entriesAfter, openJob } from '../../src/db/ledger-store';
import { reportPdf } from '../../src/documents/report-pdf';
import { newFirm, tamper } from '../support/database';
import { cottageEntries, noon, rentedHouseEntries } from '../support/entries';

const folder = mkdtempSync(join(tmpdir(), 'ledger-'));
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await closeConnections();
});

const signatureOf = (role: 'inspector' | 'authoriser'): Draft => ({ id: v7(), kind: 'declaration.signed', version: 1, body: { role, name: 'P', position: 'Inspector', statement: 'I did.' }, madeAt: noon.toISOString(), device: 'test' });

async function signedJob(actor: FirmActor): Promise<string> {
  const jobId = v7();
  const { drafts } = cottage(noon, [{ id: v7(), name: 'Tester', serial: 'S-1', calibratedOn: '2026-01-01' }]);
  await openJob(actor, jobId, drafts);
  const signed = await append(actor, jobId, [signatureOf('inspector'), signatureOf('authoriser')]);
  expect(signed?.every((r) => r.accepted)).toBe(true);
  return jobId;
}

async function issued(actor: FirmActor) {
  const jobId = await signedJob(actor);
  const result = await issueDocument(actor, jobId, noon, 'test');
  if (!result.issued) throw new Error(result.reason);
  const document = await findDocument(actor, result.documentId);
  if (!document) throw new Error('not found');
  return { jobId, document };
}

describe('issuing', () => {
  it('seals, numbers per firm in order, and takes nothing afterwards', async () => {
    const actor = await newFirm();
    const one = await issued(actor);
    const two = await issued(actor);
    expect([one.document.number, two.document.number]).toEqual(['EICR-2026-0001', 'EICR-2026-0002']);
    const late = await append(actor, one.jobId, [{ ...signatureOf('inspector'), kind: 'client.named', body: { name: 'late' } } as Draft]);
    expect(late).toMatchObject([{ accepted: false, reason: expect.stringContaining('sealed: EICR-2026-0001') }]);
    expect(await issueDocument(actor, one.jobId, noon, 'test')).toMatchObject({ issued: false });
  });

  it('issues once when asked twice at the same moment', async () => {
    const actor = await newFirm();
    const jobId = await signedJob(actor);
    const results = await Promise.all([issueDocument(actor, jobId, noon, 'a'), issueDocument(actor, jobId, noon, 'b')]);
    expect(results.filter((r) => r.issued)).toHaveLength(1);
    expect((await entriesAfter(actor, jobId, 0))?.filter((e) => e.kind === 'document.issued')).toHaveLength(1);
  });

  it('does not issue unsigned, or for another firm', async () => {
    const [actor, stranger] = [await newFirm(), await newFirm()];
    const jobId = v7();
    await openJob(actor, jobId, cottage(noon, [{ id: v7(), name: 'T', serial: 'S', calibratedOn: '2026-01-01' }]).drafts);
    expect(await issueDocument(actor, jobId, noon, 'x')).toMatchObject({ issued: false, reason: expect.stringContaining('has not signed') });
    expect(await issueDocument(stranger, jobId, noon, 'x')).toMatchObject({ issued: false, reason: 'There is no such job.' });
  });
});

describe('verifying', () => {
  it('finds an untouched document intact, by its token alone', async () => {
    const { document } = await issued(await newFirm('Proof Ltd'));
    expect(await checkByToken(document.verificationToken)).toMatchObject({ number: document.number, firmName: 'Proof Ltd', place: 'Ashby Mere', verification: { intact: true } });
    expect(await checkByToken('0'.repeat(32))).toBeNull();
  });

  it('names the one entry of which one byte was changed', async () => {
    const { jobId, document } = await issued(await newFirm());
    const changed = await tamper(`update entry set body = jsonb_set(body, '{value,shown}', '"61.6"') where job_id = $1 and body->>'test' = 'zs' and body->'value'->>'shown' = '61.5' returning seq`, [jobId]);
    expect(changed.rowCount).toBe(1);
    const check = await checkByToken(document.verificationToken);
    expect(check).toMatchObject({ verification: { intact: false, what: 'entry', seq: changed.rows[0].seq }, changed: { kind: 'reading.taken' } });
  });

  it.each([
    ['an entry taken out', 'delete from entry where job_id = $1 and seq = 9', { what: 'missing', seq: 9 }],
    ['who made an entry', "update entry set made_by = 'x' where job_id = $1 and seq = 9", { what: 'entry', seq: 9 }],
    ['when it was made', "update entry set made_at = made_at + interval '1 ms' where job_id = $1 and seq = 9", { what: 'entry', seq: 9 }],
    ['a word of the document', `update document set model = jsonb_set(model, '{summary}', '"fine"') where job_id = $1`, { what: 'document' }],
    ['its number', "update document set number = 'EICR-1' where job_id = $1", { what: 'document' }],
    ['its date', "update document set issued_at = issued_at + interval '1 day' where job_id = $1", { what: 'document' }],
    ['its hash', 'update document set document_hash = repeat($$a$$, 64) where job_id = $1', { what: 'document' }],
    ['its links', `update document set links = '"none"' where job_id = $1`, { what: 'added' }],
  ])('notices %s', async (_name, sql, found) => {
    const { jobId, document } = await issued(await newFirm());
    await tamper(sql, [jobId]);
    expect((await checkByToken(document.verificationToken))?.verification).toMatchObject({ intact: false, ...found });
  });
});

/** The house grown to 30 circuits and 40 long observations. */
function largeReport(): Report {
  const report = reportOf(fold(rentedHouseEntries()), { name: 'F', address: 'A', telephone: 'T', email: 'E' });
  const [board] = report.boards;
  const row = board?.rows[0];
  const observation = report.observations[0];
  if (!board || !row || !observation) throw new Error('the house has them');
  return {
    ...report,
    summary: 'A long summary. '.repeat(200),
    boards: [{ ...board, rows: Array.from({ length: 30 }, (_, i) => ({ ...row, cells: { ...row.cells, way: String(i + 1), description: `Circuit ${i + 1} with a rather long name that wraps` } })) }],
    observations: Array.from({ length: 40 }, (_, i) => ({ ...observation, number: i + 1, what: `Finding ${i + 1}: ${'words '.repeat(i === 7 ? 700 : 30)}` })),
  };
}
const seal = { number: 'EICR-2026-0042', issuedAt: noon, documentHash: 'ab12'.repeat(16), verifyUrl: 'https://ledger.example/verify/00ff' };
function pagesOf(pdf: Buffer): string[] {
  const path = join(folder, `${sha256(pdf).slice(0, 8)}.pdf`);
  writeFileSync(path, pdf);
  const text = spawnSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
  expect(text.status).toBe(0);
  return text.stdout.split('\f').slice(0, -1);
}

describe('the printed report', () => {
  it('is the same bytes every time', async () => {
    const report = reportOf(fold(cottageEntries()), { name: 'F', address: 'A', telephone: 'T', email: 'E' });
    const [one, two] = [await reportPdf(report, seal, noon), await reportPdf(report, seal, noon)];
    expect(sha256(one)).toBe(sha256(two));
  });

  it('has number, hash and page count on every page, repeats table headings and loses no row', async () => {
    const pages = pagesOf(await reportPdf(largeReport(), seal, noon));
    expect(pages.length).toBeGreaterThan(10);
    pages.forEach((page, index) => {
      expect(page).toContain('EICR-2026-0042');
      expect(page).toContain(seal.documentHash);
      expect(page).toContain(`page ${index + 1} of ${pages.length}`);
      expect(page).not.toContain('DRAFT');
    });
    const whole = pages.join('\n');
    for (let i = 1; i <= 40; i += 1) expect(whole).toContain(`Finding ${i}:`);
    for (let i = 1; i <= 30; i += 1) expect(whole).toMatch(new RegExp(`Circuit\\s+${i}\\b|Circuit ${i} with`));
    expect(whole.match(/words/g)?.length).toBe(39 * 30 + 700);
    expect(pages.filter((page) => page.includes('R1+R2')).length).toBeGreaterThanOrEqual(2);
    expect(pages.filter((page) => /What was found, where/.test(page)).length).toBeGreaterThanOrEqual(4);
  });

  it('says DRAFT across every page until it is sealed', async () => {
    const pages = pagesOf(await reportPdf(reportOf(fold(rentedHouseEntries()), { name: 'F', address: 'A', telephone: 'T', email: 'E' }), null, noon));
    for (const page of pages) expect(page.replace(/\s+/g, '')).toContain('DRAFT');
  });

  it('is tagged: title, language, headings, tables with header cells, in one tree', async () => {
    const path = join(folder, 'tagged.pdf');
    writeFileSync(path, await reportPdf(largeReport(), seal, noon));
    expect(spawnSync('qpdf', ['--check', path], { encoding: 'utf8' }).stderr).toBe('');
    const info = spawnSync('pdfinfo', [path], { encoding: 'utf8' }).stdout;
    expect(info).toMatch(/Tagged:\s+yes/);
    expect(info).toMatch(/Title:\s+Electrical Installation Condition Report EICR-2026-0042/);
    const structure = spawnSync('pdfinfo', ['-struct-text', path], { encoding: 'utf8', maxBuffer: 1e8 }).stdout;
    for (const tag of ['H1', 'H2', 'H3', 'P', 'Table', 'TR', 'TH', 'TD']) expect(structure, tag).toMatch(new RegExp(`^\\s*${tag}\\b`, 'm'));
    const raw = spawnSync('qpdf', ['--qdf', '--object-streams=disable', path, '-'], { encoding: 'latin1', maxBuffer: 1e8 }).stdout;
    expect(raw).toMatch(/\/Lang \(en-GB\)/);
    expect(raw).toMatch(/\/DisplayDocTitle true/);
    expect(spawnSync('pdffonts', [path], { encoding: 'utf8' }).stdout.split('\n').slice(2, -1).every((line) => /yes yes yes/.test(line))).toBe(true);
  });

  it('prints every glyph it uses', async () => {
    const glyphs = 'Ω ≤ ≥ ± × ½ Δ ✓ → – — ² °';
    const report = { ...reportOf(fold(cottageEntries()), { name: 'F', address: 'A', telephone: 'T', email: 'E' }), summary: glyphs };
    expect(pagesOf(await reportPdf(report, seal, noon)).join('').replaceAll(' ', '')).toContain(glyphs.replaceAll(' ', ''));
    expect(circuitColumns.length).toBe(23);
  });
});
