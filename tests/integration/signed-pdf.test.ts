import { execFileSync, spawnSync } from 'node:child_process';
import { X509Certificate, createHash, generateKeyPairSync } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { JSDOM } from 'jsdom';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { v7 } from 'uuid';
import { cottage } from '../../scripts/demo/dwellings';
import { resetEnvironment } from '../../src/env';
import { closeConnections } from '../../src/server/connection';
import { findDocument } from '../../src/server/documents';
import { issueDocument } from '../../src/server/issue';
import { endPrinting } from '../../src/server/printing';
import { printed } from '../../src/server/print';
import { getAuthority } from '../../src/server/routes/daily-heads';
import { signingKeyOf } from '../../src/server/signing-key';
import { type FirmActor, openJob } from '../../src/server/streams';
import { asOwner } from '../support/database';
import { noon } from '../support/entries';
import { newFirm } from '../support/firm';
import { signAll } from '../support/issued-work';
import { type Element, everyElement, readPdf, structureOf } from '../support/pdf';

const folder = mkdtempSync(join(tmpdir(), 'ledger-'));
const newKey = () =>
  generateKeyPairSync('ec', { namedCurve: 'P-256' })
    .privateKey.export({ format: 'der', type: 'pkcs8' })
    .toString('base64');
function certifyWith(key: string | undefined) {
  if (key) process.env.SIGNING_KEY = key;
  else delete process.env.SIGNING_KEY;
  resetEnvironment();
}
const run = (command: string, ...args: string[]) => spawnSync(command, args, { encoding: 'utf8', maxBuffer: 1e9 });

async function issuedPdf(actor: FirmActor): Promise<{ pdf: Buffer; documentHash: string; number: string }> {
  const jobId = v7();
  const scribe = cottage(noon, [{ id: v7(), name: 'Tester', serial: 'S-1', calibratedOn: '2026-01-01' }]);
  await openJob(actor, jobId, scribe.drafts);
  await signAll(actor, jobId, scribe.documentId, 'EICR', noon);
  const issued = await issueDocument(actor, jobId, scribe.documentId, noon, 'test');
  if (!issued.issued) throw new Error(issued.reason);
  const document = await findDocument(actor, issued.documentId);
  const file = await printed(actor, issued.documentId);
  if (!file?.ok || !document) throw new Error('no file');
  return { pdf: Buffer.from(file.printed.pdf), documentHash: document.documentHash, number: issued.number };
}

let actor: FirmActor;
let paper: Awaited<ReturnType<typeof issuedPdf>>;
const path = join(folder, 'signed.pdf');
const authorityKey = newKey();

beforeAll(async () => {
  certifyWith(authorityKey);
  actor = await newFirm('Fox & Sons <Electrical> Ltd');
  paper = await issuedPdf(actor);
  writeFileSync(path, paper.pdf);
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  certifyWith(undefined);
  await endPrinting();
  await closeConnections();
});

describe('the signature of a printed paper', () => {
  it('is valid to a reader that knows nothing of us, in the name of the firm, over the whole file', () => {
    const said = run('pdfsig', '-nocert', path).stdout;
    expect(said).toContain('Signature is Valid.');
    expect(said).toContain('Signer Certificate Common Name: Fox & Sons <Electrical> Ltd');
    expect(said).toContain('Signing Hash Algorithm: SHA-256');
    expect(said).toContain('Signature Type: ETSI.CAdES.detached');
    expect(said).toContain('Total document signed');
    expect(run('qpdf', '--check', path).status).toBe(0);
  });

  it('is not, once a byte of the file is another', () => {
    const at = paper.pdf.indexOf('/Title') + 12;
    const changed = Buffer.from(paper.pdf);
    changed[at] = (changed[at] ?? 0) ^ 1;
    const other = join(folder, 'changed.pdf');
    writeFileSync(other, changed);
    expect(run('pdfsig', '-nocert', other).stdout).not.toContain('Signature is Valid.');
  });

  it('names its certificate, which this installation made and nothing else can be certified with', async () => {
    const { rows } = await asOwner((c) =>
      c.query<{ certificate: Buffer; authority: Buffer; private_key: Buffer }>(
        'select * from firm_key where firm_id = $1',
        [actor.firmId],
      ),
    );
    expect(rows).toHaveLength(1);
    const [own, authority] = [rows[0]?.certificate, rows[0]?.authority].map((der) => new X509Certificate(der ?? ''));
    expect(own?.checkIssued(authority as X509Certificate)).toBe(true);
    expect(own?.verify((authority as X509Certificate).publicKey)).toBe(true);
    expect([own?.ca, authority?.ca]).toEqual([false, true]);
    // What a reader is given to trust is of the same name and key.
    const given = new X509Certificate(Buffer.from(await (await getAuthority()).arrayBuffer()));
    expect([given.subject, given.ca, own?.checkIssued(given)]).toEqual([authority?.subject, true, true]);
    expect(own?.verify(given.publicKey)).toBe(true);
    expect(own?.subject).toMatch(/^O=Fox & Sons/);
    // Kept under the installation's key: as it lies there it is no key.
    expect(rows[0]?.private_key.includes(Buffer.from('06082a8648ce3d030107', 'hex'))).toBe(false);
    const contents = /\/Contents <([0-9a-f]+)>/.exec(paper.pdf.toString('latin1'))?.[1] ?? '';
    const signature = Buffer.from(contents, 'hex');
    expect(signature.includes(Buffer.from('2a864886f70d010910022f', 'hex')), 'signing-certificate-v2').toBe(true);
    expect(
      signature.includes(
        createHash('sha256')
          .update(rows[0]?.certificate ?? '')
          .digest(),
      ),
    ).toBe(true);
  });

  it('is made with one key, with another for another name, time or installation, and with none where there is none', async () => {
    const mine = await newFirm('One key');
    const keyOf = async (at = noon) =>
      Buffer.from(
        (await signingKeyOf(mine.firmId, at))?.certificate.toSchema().toBER(false) ?? new ArrayBuffer(),
      ).toString('hex');
    const first = await keyOf();
    expect(await keyOf()).toBe(first);
    const eightYears = new Date(noon.getTime() + 7.9 * 365.25 * 86_400_000);
    expect(await keyOf(eightYears)).toBe(first);
    expect(await keyOf(new Date(noon.getTime() + 8.1 * 365.25 * 86_400_000))).not.toBe(first);
    await asOwner((c) => c.query('delete from firm_key where firm_id = $1', [mine.firmId]));
    const anew = await keyOf();
    await asOwner((c) => c.query(`update firm set name = 'Other name' where id = $1`, [mine.firmId]));
    expect(await keyOf()).not.toBe(anew);
    certifyWith(newKey());
    expect(await keyOf()).not.toBe(anew);
    certifyWith('MC4CAQAwBQYDK2VwBCIEIA==');
    await expect(signingKeyOf(mine.firmId, noon)).rejects.toThrow(/SIGNING_KEY: no P-256 private key/);
    certifyWith(undefined);
    expect(await signingKeyOf(mine.firmId, noon)).toBeNull();
    const unsigned = join(folder, 'unsigned.pdf');
    writeFileSync(unsigned, (await issuedPdf(mine)).pdf);
    expect(run('pdfsig', unsigned).stdout).toContain('does not contain any signatures');
    certifyWith(authorityKey);
  });
});

describe('what a printed paper carries', () => {
  it('is what its hash is over: told by a program that knows only the words of the format', () => {
    execFileSync('pdfdetach', ['-saveall', '-o', folder, path]);
    const held = JSON.parse(readFileSync(join(folder, 'sealed.json'), 'utf8')) as Record<string, unknown>;
    const inOrder = (value: unknown): unknown =>
      Array.isArray(value)
        ? value.map(inOrder)
        : value !== null && typeof value === 'object'
          ? Object.fromEntries(
              Object.entries(value)
                .sort(([a], [b]) => (a < b ? -1 : 1))
                .map(([key, each]) => [key, inOrder(each)]),
            )
          : value;
    const over = `${String(held.lastLink)}\n${JSON.stringify(inOrder(held.sealed))}`;
    expect(createHash('sha256').update(over).digest('hex')).toBe(paper.documentHash);
    expect(held).toMatchObject({ format: 'orange-ledger/sealed/1', documentHash: paper.documentHash });
    expect(held.sealed).toMatchObject({ number: paper.number, kind: 'EICR' });
  });
});

/** What PDF/A-3a and PDF/UA-1 ask, as far as it can be told by what Debian has. */
describe('the form of a printed paper', () => {
  it('says of itself what it is, in XML that can be read whatever the firm is called', () => {
    const said = run('pdfinfo', '-meta', path).stdout;
    const xml = new JSDOM(said.replace(/<\?xpacket[^>]*\?>/g, '').trim(), { contentType: 'text/xml' }).window.document;
    const text = (name: string) => [...xml.getElementsByTagName(name)].map((each) => each.textContent.trim());
    expect(text('pdfaid:part')).toEqual(['3']);
    expect(text('pdfaid:conformance')).toEqual(['A']);
    expect(text('pdfuaid:part')).toEqual(['1']);
    expect(text('pdfaSchema:prefix')).toEqual(['pdfuaid']);
    expect(text('dc:creator')).toEqual(['Fox & Sons <Electrical> Ltd']);
    expect(text('dc:title')[0]).toContain(paper.number);
    const info = run('pdfinfo', '-rawdates', path).stdout;
    expect(info).toMatch(/Author:\s+Fox & Sons <Electrical> Ltd/);
    expect(info).toMatch(/Tagged:\s+yes/);
    expect(info).toMatch(/JavaScript:\s+no/);
    expect(info).toMatch(/Encrypted:\s+no/);
  });

  it('has its faces, its colours and what it was made from within it', () => {
    const { root, dictionary, list } = readPdf(path);
    const fonts = run('pdffonts', path).stdout.trim().split('\n').slice(2);
    expect(fonts.length).toBeGreaterThan(1);
    for (const font of fonts) expect(font, font).toMatch(/ yes yes yes +\d+ +\d+$/);
    expect(dictionary(list(root['/OutputIntents'])[0])['/S']).toBe('/GTS_PDFA1');
    const [attached] = list(root['/AF']).map(dictionary);
    expect(attached).toMatchObject({ '/AFRelationship': '/Source', '/F': 'u:sealed.json', '/UF': 'u:sealed.json' });
    expect(dictionary(dictionary(attached?.['/EF'])['/F'])['/Subtype']).toBe('/application/json');
  });

  it('is read in order: language, title, tagged pages, headings without a gap, tables with their heads', () => {
    const pdf = readPdf(path);
    const { root, dictionary, list, objects } = pdf;
    expect(root['/Lang']).toBe('u:en-GB');
    expect(dictionary(root['/MarkInfo'])['/Marked']).toBe(true);
    expect(dictionary(root['/ViewerPreferences'])['/DisplayDocTitle']).toBe(true);
    const pages = Object.values(objects)
      .map(({ value }) => dictionary(value))
      .filter((each) => each['/Type'] === '/Page');
    expect(pages.length).toBeGreaterThan(4);
    for (const page of pages) {
      expect(page['/Tabs']).toBe('/S');
      expect(typeof page['/StructParents']).toBe('number');
      for (const each of list(page['/Annots']).map(dictionary)) {
        // The signature's place: of no size, off the page.
        expect(each['/Subtype']).toBe('/Widget');
        expect(each['/Rect']).toEqual([-1, -1, -1, -1]);
      }
    }
    const all = everyElement(structureOf(pdf));
    const levels = all.flatMap(({ type }) => (/^H[1-6]$/.test(type) ? [Number(type[1])] : []));
    expect(levels[0]).toBe(1);
    levels.forEach((level, at) => expect(level).toBeLessThanOrEqual((levels[at - 1] ?? 0) + 1));
    const tables = all.filter(({ type }) => type === 'Table');
    expect(tables.length).toBeGreaterThan(3);
    const below = (element: Element, type: string) => everyElement([element]).filter((each) => each.type === type);
    for (const table of tables) {
      const widths = below(table, 'TR').map((row) =>
        row.children.reduce((sum, cell) => {
          const attributes = list(cell.own['/A']).map(dictionary);
          return (
            sum + ((attributes.map((each) => each['/ColSpan']).find((span) => typeof span === 'number') as number) ?? 1)
          );
        }, 0),
      );
      expect(new Set(widths).size, `columns ${widths.join(' ')}`).toBe(1);
      for (const head of below(table, 'TH'))
        expect(
          list(head.own['/A'])
            .map(dictionary)
            .map((each) => each['/Scope']),
        ).toEqual([expect.stringMatching(/Column|Row/)]);
    }
    for (const figure of all.filter(({ type }) => type === 'Figure')) expect(figure.own['/Alt']).toMatch(/^u:./);
    const known =
      /^(Document|Part|Sect|Div|H[1-6]|P|L|LI|Lbl|LBody|Table|TR|TH|TD|THead|TBody|Figure|Span|Caption|Note)$/;
    for (const { type } of all) expect(type).toMatch(known);
  });
});
