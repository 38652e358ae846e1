import { execFile, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { promisify } from 'node:util';
import { join } from 'node:path';
import { v7 } from 'uuid';
import { afterAll, describe, expect, it } from 'vitest';
import { cottage } from '../../scripts/demo/dwellings';
import { jobStream } from '../../src/core/catalogue';
import { dangerNotice } from '../../src/core/certificates/danger-notice/definition';
import { buildReport } from '../../src/core/certificates/eicr/build';
import type { Report } from '../../src/core/certificates/eicr/model';
import type { Drafted } from '../../src/core/ledger/entry';
import { reportPdf } from '../../src/print/layouts/eicr';
import { closeConnections } from '../../src/server/connection';
import { issueDocument } from '../../src/server/issue';
import { checkByToken, checkOwn } from '../../src/server/verification';
import { findDocument, sha256 } from '../../src/server/documents';
import { type FirmActor, append, entriesAfter, openJob } from '../../src/server/streams';
import { printed } from '../../src/server/print';
import { endPrinting } from '../../src/server/printing';
import { asOwner, tamper } from '../support/database';
import { newFirm } from '../support/firm';
import { cottageEntries, declared, noon, rentedHouseEntries, viewAt } from '../support/entries';

const firm = { name: 'F', address: 'A', telephone: 'T', email: 'E', logo: '' };
const folder = mkdtempSync(join(tmpdir(), 'ledger-'));
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await endPrinting();
  await closeConnections();
});

const made = () => ({ id: v7(), madeAt: noon.toISOString(), device: 'test' });
const signatureOf = (documentId: string, role: 'inspector' | 'authoriser'): Drafted =>
  jobStream.draft(
    'declaration.signed',
    { documentId, role, name: 'P', position: 'Inspector', statement: declared(role) },
    made(),
  );

async function signedJob(actor: FirmActor) {
  const jobId = v7();
  const scribe = cottage(noon, [{ id: v7(), name: 'Tester', serial: 'S-1', calibratedOn: '2026-01-01' }]);
  await openJob(actor, jobId, scribe.drafts);
  await sign(actor, jobId, scribe.documentId);
  return { jobId, documentId: scribe.documentId };
}

async function sign(actor: FirmActor, jobId: string, documentId: string): Promise<void> {
  const both = [signatureOf(documentId, 'inspector'), signatureOf(documentId, 'authoriser')];
  const signed = await append(actor, 'job', jobId, both);
  expect(signed?.map((r) => (r.accepted ? '' : r.reason))).toEqual(['', '']);
}

async function issued(actor: FirmActor) {
  const { jobId, documentId } = await signedJob(actor);
  const result = await issueDocument(actor, jobId, documentId, noon, 'test');
  if (!result.issued) throw new Error(result.reason);
  const document = await findDocument(actor, result.documentId);
  if (!document) throw new Error('not found');
  return { jobId, documentId, document };
}

describe('a danger notice', () => {
  it('is numbered, sealed and verified while the report it comes from is still being made', async () => {
    const actor = await newFirm();
    const jobId = v7();
    const scribe = cottage(noon, [{ id: v7(), name: 'Tester', serial: 'S-1', calibratedOn: '2026-01-01' }]);
    const report = scribe.documentId;
    const [observationId, documentId] = [v7(), v7()];
    scribe.say('observation.noted', {
      observationId,
      fields: {
        what: 'Live bar behind a missing cover',
        where: 'Board, cupboard under the stairs',
        why: 'Anybody can touch it.',
        code: 'C1',
        item: '4.9',
        wayId: null,
        regulation: '416.2',
        livePartsAccessible: true,
        codeReason: null,
      },
    });
    scribe.say('finding.told', {
      observationId,
      to: 'person in charge',
      who: 'Ms O. Fairweather, tenant',
      isolate: 'agreed',
      madeSafe: 'Main switch locked off',
      receipt: 'refused to sign',
      reference: null,
      drawn: null,
    });
    scribe.say('document.begun', {
      documentId,
      kind: 'DN',
      edition: 'bs7671-2018-a2',
      covers: null,
      because: null,
      replaces: null,
    });
    scribe.say('works.described', { documentId, fields: { dangerIds: [observationId] } });
    await openJob(actor, jobId, scribe.drafts);
    const [role] = dangerNotice.roles;
    const statement = role?.statement ?? '';
    const signed = await append(actor, 'job', jobId, [
      jobStream.draft(
        'declaration.signed',
        { documentId, role: 'inspector', name: 'P', position: 'Inspector', statement },
        made(),
      ),
    ]);
    expect(signed).toMatchObject([{ accepted: true }]);
    const result = await issueDocument(actor, jobId, documentId, noon, 'test');
    if (!result.issued) throw new Error(result.reason);
    expect(result.number).toMatch(/^DN-2026-/);
    expect(await checkOwn(actor, result.documentId)).toMatchObject({ intact: true });
    const found = await findDocument(actor, result.documentId);
    expect(found?.kind).toBe('DN');
    const pdf = await printed(actor, result.documentId);
    if (!pdf?.ok) throw new Error(pdf?.problem ?? 'not found');
    const text = spawnSync('pdftotext', ['-', '-'], { input: pdf.printed.pdf, encoding: 'utf8' }).stdout;
    expect(text).toMatch(/Danger notice[\s\S]*Danger present[\s\S]*Ms O\. Fairweather, tenant/);
    // The report goes on, and is sealed over the notice too.
    await sign(actor, jobId, report);
    expect(await issueDocument(actor, jobId, report, noon, 'test')).toMatchObject({ issued: true });
    expect(await checkOwn(actor, result.documentId)).toMatchObject({ intact: true });
  });
});

describe('issuing', () => {
  it('seals, numbers per firm in order, and says nothing more in what was sealed', async () => {
    const actor = await newFirm();
    const one = await issued(actor);
    const two = await issued(actor);
    expect([one.document.number, two.document.number]).toEqual(['EICR-2026-0001', 'EICR-2026-0002']);
    const late = jobStream.draft('condition.summarised', { documentId: one.documentId, text: 'late' }, made());
    expect(await append(actor, 'job', one.jobId, [late])).toMatchObject([
      { accepted: false, reason: expect.stringContaining('EICR-2026-0001 is sealed') },
    ]);
    expect(await issueDocument(actor, one.jobId, one.documentId, noon, 'test')).toMatchObject({ issued: false });
  });

  it('lets the job go on, and the sealed document stays intact: what was sealed is a prefix', async () => {
    const actor = await newFirm();
    const { jobId, document } = await issued(actor);
    const later = jobStream.draft('client.named', { telephone: '01632 960 199' }, made());
    expect(await append(actor, 'job', jobId, [later])).toMatchObject([{ accepted: true }]);
    expect((await checkByToken(document.verificationToken))?.verification).toMatchObject({ intact: true });
  });

  it('puts an error right by a new issue that names the old one, and both pages say so', async () => {
    const actor = await newFirm();
    const { jobId, documentId: first, document: old } = await issued(actor);
    const second = v7();
    const because = 'The client was misspelt';
    const begins = {
      documentId: second,
      kind: 'EICR',
      edition: 'bs7671-2018-a2',
      covers: null,
      because,
      replaces: first,
    } as const;
    const acts = [
      jobStream.draft('document.begun', begins, made()),
      jobStream.draft('client.named', { name: 'Mr J. Quillfether' }, made()),
    ];
    expect((await append(actor, 'job', jobId, acts))?.every((r) => r.accepted)).toBe(true);
    await sign(actor, jobId, second);
    const result = await issueDocument(actor, jobId, second, noon, 'test');
    if (!result.issued) throw new Error(result.reason);
    const anew = await findDocument(actor, result.documentId);
    expect(anew?.model.replaces).toEqual({ number: old.number, because });
    expect(anew?.replaces).toMatchObject({ id: old.id, number: old.number });
    expect(await findDocument(actor, old.id)).toMatchObject({ replacedBy: { number: result.number } });
    const [before, after] = [
      await checkByToken(old.verificationToken),
      await checkByToken(anew?.verificationToken ?? ''),
    ];
    expect(before).toMatchObject({
      verification: { intact: true },
      replacedBy: { number: result.number },
      replaces: null,
    });
    expect(after).toMatchObject({ verification: { intact: true }, replaces: { number: old.number }, replacedBy: null });
    expect(before?.place).toBe('Ashby Mere');
    expect(before?.replacedBy?.holds).toBe(true);
    // One that only its row says puts another right is told as what it is.
    const other = await issued(actor);
    await tamper('update document set replaces = $2 where id = $1', [result.documentId, other.document.id]);
    expect((await checkByToken(anew?.verificationToken ?? ''))?.verification).toMatchObject({ what: 'document' });
    await tamper('update document set replaces = $2 where id = $1', [result.documentId, old.id]);
    await tamper('update document set document_hash = $2 where id = $1', [result.documentId, 'ab'.repeat(32)]);
    expect(await checkByToken(old.verificationToken)).toMatchObject({
      verification: { intact: true },
      replacedBy: { number: result.number, holds: false },
    });
  });

  it('issues once when asked twice at the same moment', async () => {
    const actor = await newFirm();
    const { jobId, documentId } = await signedJob(actor);
    const results = await Promise.all(
      ['a', 'b'].map((device) => issueDocument(actor, jobId, documentId, noon, device)),
    );
    expect(results.filter((r) => r.issued)).toHaveLength(1);
    expect((await entriesAfter(actor, 'job', jobId, 0))?.filter((e) => e.kind === 'document.issued')).toHaveLength(1);
  });

  it('gives four issued at once four numbers in order', async () => {
    const actor = await newFirm();
    const jobs = await Promise.all([1, 2, 3, 4].map(() => signedJob(actor)));
    const results = await Promise.all(
      jobs.map(({ jobId, documentId }) => issueDocument(actor, jobId, documentId, noon, 'x')),
    );
    expect(results.map((result) => result.issued && result.number).sort()).toEqual(
      [1, 2, 3, 4].map((number) => `EICR-2026-000${number}`),
    );
  });

  it('holds up nobody else while somebody holds the firm’s row, however many are issued', async () => {
    const [actor, other] = [await newFirm(), await newFirm()];
    const jobs = await Promise.all(Array.from({ length: 14 }, () => signedJob(actor)));
    const elsewhere = await signedJob(other);
    const results = await asOwner(async (client) => {
      await client.query('begin');
      await client.query('select 1 from firm where id = $1 for update', [actor.firmId]);
      const issues = jobs.map(({ jobId, documentId }) =>
        issueDocument(actor, jobId, documentId, noon, 'x').catch(() => null),
      );
      // Another firm works, reads and issues meanwhile.
      const draft = jobStream.draft('client.named', { telephone: '01632 960 199' }, made());
      expect(await append(other, 'job', elsewhere.jobId, [draft])).toMatchObject([{ accepted: true }]);
      await sign(other, elsewhere.jobId, elsewhere.documentId);
      expect(await issueDocument(other, elsewhere.jobId, elsewhere.documentId, noon, 'x')).toMatchObject({
        issued: true,
        number: 'EICR-2026-0001',
      });
      await client.query('commit');
      return Promise.all(issues);
    });
    // Who came to the row while it was held may have given up; numbers are given without a gap all the same.
    const numbers = results.flatMap((result) => (result?.issued ? [result.number] : [])).sort();
    expect(numbers).toEqual(numbers.map((_, index) => `EICR-2026-${String(index + 1).padStart(4, '0')}`));
    expect(numbers.length).toBeGreaterThan(0);
  });

  it('keeps no other firm from working while all that one asks for waits', async () => {
    const [actor, other] = [await newFirm(), await newFirm()];
    const jobs = await Promise.all(Array.from({ length: 14 }, () => signedJob(actor)));
    const elsewhere = await signedJob(other);
    const named = () => jobStream.draft('client.named', { telephone: '01632 960 199' }, made());
    await asOwner(async (client) => {
      await client.query('begin');
      await client.query('select 1 from stream where firm_id = $1 for update', [actor.firmId]);
      let over = 0;
      const waits = jobs.map(({ jobId }) =>
        append(actor, 'job', jobId, [named()]).then(
          () => (over += 1),
          () => (over += 1),
        ),
      );
      for (let times = 0; times < 5; times += 1)
        expect(await append(other, 'job', elsewhere.jobId, [named()])).toMatchObject([{ accepted: true }]);
      // Nothing of the first had to end for that.
      expect(over).toBe(0);
      await client.query('commit');
      await Promise.all(waits);
    });
  });

  it('seals nothing that was recorded while it was printed, and issues what stands then', async () => {
    const actor = await newFirm();
    const { jobId, documentId } = await signedJob(actor);
    const issuing = issueDocument(actor, jobId, documentId, noon, 'x');
    const parking = jobStream.draft('client.named', { telephone: '01632 960 198' }, made());
    const [result] = await Promise.all([issuing, append(actor, 'job', jobId, [parking])]);
    // What was recorded put the signatures out of force, before or after: it was issued before, or not at all.
    const entries = (await entriesAfter(actor, 'job', jobId, 0)) ?? [];
    const at = (kind: string) => entries.findLastIndex((entry) => entry.kind === kind);
    if (result.issued) expect(at('document.issued')).toBeLessThan(at('client.named'));
    else expect(at('document.issued')).toBe(-1);
  });

  it('gives them from two processes too', async () => {
    const actor = await newFirm();
    const jobs = await Promise.all([1, 2, 3, 4].map(() => signedJob(actor)));
    const there = (pairs: typeof jobs) =>
      promisify(execFile)(process.execPath, [
        '--conditions=react-server',
        '--import',
        'tsx',
        'tests/support/issue.ts',
        JSON.stringify(actor),
        JSON.stringify(pairs),
      ]);
    const both = await Promise.all([there(jobs.slice(0, 2)), there(jobs.slice(2))]);
    expect(both.flatMap(({ stdout }) => JSON.parse(stdout) as string[]).sort()).toEqual(
      [1, 2, 3, 4].map((number) => `EICR-${new Date().getUTCFullYear()}-000${number}`),
    );
  });

  it('keeps the printed file in the seal, and hands out no other', async () => {
    const actor = await newFirm();
    const { jobId, document } = await issued(actor);
    const first = await printed(actor, document.id);
    const record = (await entriesAfter(actor, 'job', jobId, 0))?.at(-1);
    if (!first?.ok) throw new Error('It was printed');
    expect(record?.body).toMatchObject({ pdfSha256: sha256(first.printed.pdf) });
    expect(await checkByToken(document.verificationToken)).toMatchObject({
      fileSealed: true,
      pdfSha256: sha256(first.printed.pdf),
    });
    await asOwner(async (client) => {
      await expect(client.query('update document_pdf set sha256 = sha256')).rejects.toThrow(/append-only/);
      await expect(client.query('truncate document_pdf')).rejects.toThrow(/append-only/);
    });
    await tamper('update document_pdf set pdf = $$x$$ where document_id = $1', [document.id]);
    expect(await printed(actor, document.id)).toMatchObject({ ok: false });
    expect(await checkOwn(actor, document.id)).toMatchObject({ intact: false, what: 'file' });
  });

  it('does not issue unsigned, or for another firm', async () => {
    const [actor, stranger] = [await newFirm(), await newFirm()];
    const jobId = v7();
    const scribe = cottage(noon, [{ id: v7(), name: 'T', serial: 'S', calibratedOn: '2026-01-01' }]);
    await openJob(actor, jobId, scribe.drafts);
    expect(await issueDocument(actor, jobId, scribe.documentId, noon, 'x')).toMatchObject({
      issued: false,
      reason: expect.stringContaining('has not signed'),
    });
    expect(await issueDocument(stranger, jobId, scribe.documentId, noon, 'x')).toMatchObject({
      issued: false,
      reason: 'There is no such document in this job.',
    });
  });
});

describe('verifying', () => {
  it('finds an untouched document intact, by its token alone', async () => {
    const { document } = await issued(await newFirm('Proof Ltd'));
    expect(await checkByToken(document.verificationToken)).toMatchObject({
      number: document.number,
      firmName: 'Proof Ltd',
      place: 'Ashby Mere',
      verification: { intact: true },
    });
    expect(await checkByToken('0'.repeat(32))).toBeNull();
  });

  it('names the one entry of which one byte was changed', async () => {
    const { jobId, document } = await issued(await newFirm());
    const changed = await tamper(
      `update entry set body = jsonb_set(body, '{value,shown}', '"61.6"') where stream_id = $1 and body->'slot'->>'test' = 'zs' and body->'value'->>'shown' = '61.5' returning seq`,
      [jobId],
    );
    expect(changed.rowCount).toBe(1);
    const check = await checkByToken(document.verificationToken);
    expect(check).toMatchObject({
      verification: { intact: false, what: 'changed', seq: changed.rows[0].seq },
      found: { kind: 'reading.taken' },
    });
  });

  it.each([
    ['an entry taken out', 'delete from entry where stream_id = $1 and seq = 9', { what: 'missing', seq: 9 }],
    [
      'who made an entry',
      "update entry set made_by = 'x' where stream_id = $1 and seq = 9",
      { what: 'changed', seq: 9 },
    ],
    [
      'when it was made',
      "update entry set made_at = made_at + interval '1 ms' where stream_id = $1 and seq = 9",
      { what: 'changed', seq: 9 },
    ],
    [
      'a word of the document',
      `update document set model = jsonb_set(model, '{summary}', '"fine"') where job_id = $1`,
      { what: 'document' },
    ],
    ['its number', "update document set number = 'EICR-1' where job_id = $1", { what: 'document' }],
    [
      'its date',
      "update document set issued_at = issued_at + interval '1 day' where job_id = $1",
      { what: 'document' },
    ],
    ['its hash', 'update document set document_hash = repeat($$a$$, 64) where job_id = $1', { what: 'document' }],
    ['its kind', "update document set kind = 'MWC' where job_id = $1", { what: 'document' }],
    [
      'where it was issued',
      "update entry set device = 'x' where stream_id = $1 and kind = 'document.issued'",
      { what: 'document' },
    ],
    [
      'an entry put between the last and the record of the issue',
      `update entry set kind = 'entry.struck' where stream_id = $1 and kind = 'document.issued'`,
      { what: 'appended' },
    ],
    [
      'a byte of the printed file',
      `update document_pdf set pdf = set_byte(pdf, 1000, get_byte(pdf, 1000) # 1), sha256 = encode(sha256(set_byte(pdf, 1000, get_byte(pdf, 1000) # 1)), 'hex') where document_id = (select id from document where job_id = $1)`,
      { what: 'file' },
    ],
    [
      'the printed file gone',
      'delete from document_pdf where document_id = (select id from document where job_id = $1)',
      { what: 'file' },
    ],
    [
      'when the server took an entry',
      "update entry set recorded_at = recorded_at - interval '1 hour' where stream_id = $1 and seq = 9",
      { what: 'changed', seq: 9 },
    ],
    ['what it replaces', 'update document set replaces = id where job_id = $1', { what: 'document' }],
    ['to which entry it is sealed', 'update document set sealed_to = 9 where job_id = $1', { what: 'document' }],
    [
      'which of the job’s it is',
      'update document set begun_id = gen_random_uuid() where job_id = $1',
      { what: 'document' },
    ],
    [
      'the record of its issue of an earlier form',
      "update entry set version = 3 where stream_id = $1 and kind = 'document.issued'",
      { what: 'document' },
    ],
    [
      'its leaf in the tree of all',
      'update log_leaf set document_hash = repeat($$a$$, 64) where issue_id = (select id from document where job_id = $1)',
      { what: 'document' },
    ],
    [
      'its leaf gone',
      'delete from log_leaf where issue_id = (select id from document where job_id = $1)',
      { what: 'unproved' },
    ],
    ['its links', `update document set links = '"none"' where job_id = $1`, { what: 'document' }],
  ])('notices %s', async (_name, sql, found) => {
    const { jobId, document } = await issued(await newFirm());
    await tamper(sql, [jobId]);
    expect((await checkByToken(document.verificationToken))?.verification).toMatchObject({ intact: false, ...found });
  });
});

/** The house grown to 30 circuits and 40 long observations. */
function largeReport(): Report {
  const report = buildReport(viewAt(rentedHouseEntries()), firm);
  const [board] = report.boards;
  const row = board?.rows[0];
  const observation = report.observations[0];
  if (!board || !row || !observation) throw new Error('the house has them');
  return {
    ...report,
    summary: 'A long summary. '.repeat(200),
    boards: [
      {
        ...board,
        rows: Array.from({ length: 30 }, (_, i) => [
          String(i + 1),
          `Circuit ${i + 1} with a rather long name that wraps`,
          ...row.slice(2),
        ]),
      },
    ],
    observations: Array.from({ length: 40 }, (_, i) => ({
      ...observation,
      number: i + 1,
      what: `Finding ${i + 1}: ${'words '.repeat(i === 7 ? 700 : 30)}`,
    })),
  };
}
const seal = {
  number: 'EICR-2026-0042',
  issuedAt: noon,
  documentHash: 'ab12'.repeat(16),
  verifyUrl: 'https://ledger.example/verify/00ff',
};
function pagesOf(pdf: Buffer): string[] {
  const path = join(folder, `${sha256(pdf).slice(0, 8)}.pdf`);
  writeFileSync(path, pdf);
  const text = spawnSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
  expect(text.status).toBe(0);
  return text.stdout.split('\f').slice(0, -1);
}

describe('the printed report', () => {
  it('is the same bytes every time', async () => {
    const report = buildReport(viewAt(cottageEntries()), firm);
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

  it('carries the logo where there is one, and prints the rest where it is no picture', async () => {
    const report = buildReport(viewAt(cottageEntries()), firm);
    const printed = async (logo: string) => reportPdf({ ...report, firm: { ...firm, logo } }, seal, noon);
    const picture = readFileSync('tests/fixtures/logo.jpg').toString('base64');
    const pictures = (pdf: Buffer) => {
      const path = join(folder, 'logo.pdf');
      writeFileSync(path, pdf);
      return spawnSync('pdfimages', ['-list', path], { encoding: 'utf8' }).stdout.split('\n').slice(2, -1).length;
    };
    expect(pictures(await printed(`data:image/jpeg;base64,${picture}`))).toBe(1);
    const broken = await printed('data:image/jpeg;base64,/9j/AAAA');
    expect(pictures(broken)).toBe(0);
    expect(pagesOf(broken).join('')).toContain('EICR-2026-0042');
  });

  it('says DRAFT across every page until it is sealed', async () => {
    const pages = pagesOf(await reportPdf(buildReport(viewAt(rentedHouseEntries()), firm), null, noon));
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
    for (const tag of ['H1', 'H2', 'H3', 'P', 'Table', 'TR', 'TH', 'TD'])
      expect(structure, tag).toMatch(new RegExp(`^\\s*${tag}\\b`, 'm'));
    const raw = spawnSync('qpdf', ['--qdf', '--object-streams=disable', path, '-'], {
      encoding: 'latin1',
      maxBuffer: 1e8,
    }).stdout;
    expect(raw).toMatch(/\/Lang \(en-GB\)/);
    expect(raw).toMatch(/\/DisplayDocTitle true/);
    expect(
      spawnSync('pdffonts', [path], { encoding: 'utf8' })
        .stdout.split('\n')
        .slice(2, -1)
        .every((line) => /yes yes yes/.test(line)),
    ).toBe(true);
  });

  it('prints every glyph it uses', async () => {
    const glyphs = 'Ω ≤ ≥ ± × ½ Δ ✓ → – — ² °';
    const report = {
      ...buildReport(viewAt(cottageEntries()), firm),
      summary: glyphs,
    };
    expect(
      pagesOf(await reportPdf(report, seal, noon))
        .join('')
        .replaceAll(' ', ''),
    ).toContain(glyphs.replaceAll(' ', ''));
    expect(report.boards[0]?.columns.length).toBe(23);
  });
});
