import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 } from 'uuid';
import { afterAll, describe, expect, it } from 'vitest';
import { cottage } from '../../scripts/demo/dwellings';
import { boardChange, towelRail } from '../../scripts/demo/new-work';
import type { Scribe } from '../../scripts/demo/scribe';
import { documents, jobStream } from '../../src/core/catalogue';
import { reportModel } from '../../src/core/certificates/eicr/model';
import { labelsOf } from '../../src/core/certificates/labels';
import { zs } from '../../src/core/measurements/loop/slots';
import { closeConnections } from '../../src/server/connection';
import { findDocument } from '../../src/server/documents';
import { issueDocument } from '../../src/server/issue';
import { printed } from '../../src/server/print';
import { endPrinting, print } from '../../src/server/printing';
import { type FirmActor, append, openJob } from '../../src/server/streams';
import { checkByToken } from '../../src/server/verification';
import { newFirm } from '../support/firm';
import { noon, viewOfScribe } from '../support/entries';

const folder = mkdtempSync(join(tmpdir(), 'ledger-'));
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await endPrinting();
  await closeConnections();
});

const instruments = [{ id: v7(), name: 'Multifunction tester', serial: 'MF-1', calibratedOn: '2026-01-10' }];
const made = () => ({ id: v7(), madeAt: noon.toISOString(), device: 'test' });

async function openWork(actor: FirmActor, scribe: Scribe): Promise<string> {
  const jobId = v7();
  await openJob(actor, jobId, scribe.drafts);
  return jobId;
}

async function signAll(actor: FirmActor, jobId: string, documentId: string, kind: string) {
  const signatures = (documents.of(kind)?.roles ?? []).map(({ role, statement }) =>
    jobStream.draft('declaration.signed', { documentId, role, name: 'P', position: 'Inspector', statement }, made()),
  );
  expect((await append(actor, 'job', jobId, signatures))?.map((r) => (r.accepted ? '' : r.reason))).toEqual(
    signatures.map(() => ''),
  );
}

async function issue(actor: FirmActor, jobId: string, documentId: string) {
  const result = await issueDocument(actor, jobId, documentId, noon, 'test');
  if (!result.issued) throw new Error(result.reason);
  const document = await findDocument(actor, result.documentId);
  if (!document) throw new Error('not found');
  return document;
}

/** The file as a reader of it finds it: its text, whether it is whole and tagged. */
async function fileOf(actor: FirmActor, documentId: string) {
  const stored = await printed(actor, documentId);
  const path = join(folder, `${documentId}.pdf`);
  writeFileSync(path, stored?.ok ? stored.printed.pdf : '');
  const run = (command: string, args: string[]) => spawnSync(command, args, { encoding: 'utf8' });
  return {
    text: run('pdftotext', ['-layout', path, '-']).stdout,
    info: run('pdfinfo', [path]).stdout,
    faults: run('qpdf', ['--check', path]).status,
  };
}

describe('new work', () => {
  it('is issued on an installation certificate with its schedules, whole, tagged and intact', async () => {
    const actor = await newFirm();
    const scribe = boardChange(noon, instruments);
    const jobId = await openWork(actor, scribe);
    await signAll(actor, jobId, scribe.documentId, 'EIC');
    const document = await issue(actor, jobId, scribe.documentId);
    expect(document.number).toMatch(/^EIC-2026-/);
    const { text, info, faults } = await fileOf(actor, document.id);
    expect(faults).toBe(0);
    expect(info).toMatch(/Tagged:\s+yes/);
    for (const said of [
      'Electrical Installation Certificate',
      'Consumer unit replaced by one of eight ways',
      'Cables and accessories of the circuits',
      'Landing light switch has no CPC',
      'Sockets, ground floor',
      document.number,
    ])
      expect(text).toContain(said);
    expect(text).toMatch(/Designed by[\s\S]*Constructed by[\s\S]*Inspected and tested by/);
    expect(text).not.toMatch(/undefined|null|NaN/);
    expect((await checkByToken(document.verificationToken))?.verification).toMatchObject({ intact: true });
  });

  it('has its labels on sheets of A4 and on a roll, each with what matters and nothing cut off', async () => {
    const scribe = boardChange(noon, instruments);
    const labels = labelsOf(viewOfScribe(scribe), { name: 'Fenwhistle', telephone: '01632 960 900' });
    expect(labels.map(({ kind }) => kind)).toEqual(['next', 'rcd', 'chart', 'isolation', 'blanked', 'colours']);
    const rows = Array.from({ length: 120 }, (_, at) => [
      String(at + 1),
      'A circuit with a long name '.repeat(4),
      'B 32',
      '30 A',
    ]);
    const long = labels.map((label) => (label.table ? { ...label, table: { ...label.table, rows } } : label));
    for (const [paper, width, pages] of [
      ['a4', '595.28 x 841.89', 1],
      ['roll', '175.748 x', labels.length],
    ] as const) {
      const path = join(folder, `${paper}.pdf`);
      writeFileSync(path, await print({ labels, paper, at: noon }));
      expect(spawnSync('qpdf', ['--check', path]).status).toBe(0);
      const info = spawnSync('pdfinfo', [path], { encoding: 'utf8' }).stdout;
      expect(info).toContain(width);
      expect(info).toMatch(new RegExp(`Pages:\\s+${pages}\\b`));
      const text = spawnSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' }).stdout;
      for (const said of ['Next by 2 March 2036', 'Press T twice a year', 'Sockets,', 'Do not switch on'])
        expect(text.replace(/\s+/g, ' ')).toContain(said);
      writeFileSync(path, await print({ labels: long, paper, at: noon }));
      const all = spawnSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' }).stdout;
      for (const number of ['1', '60', '120']) expect(all).toMatch(new RegExp(`\\b${number} +A circuit with`));
    }
  });

  it('of one circuit is issued on a form, which needs its loop reading first', async () => {
    const actor = await newFirm();
    const scribe = towelRail(noon, instruments);
    const jobId = await openWork(actor, scribe);
    expect(await issueDocument(actor, jobId, scribe.documentId, noon, 'test')).toMatchObject({ issued: false });
    const way = [...viewOfScribe(scribe).job.ways.keys()][0] ?? '';
    const before = scribe.drafts.length;
    scribe.read({ of: 'way', id: way }, zs, '0.66');
    await append(actor, 'job', jobId, scribe.drafts.slice(before));
    await signAll(actor, jobId, scribe.documentId, 'MWC');
    const document = await issue(actor, jobId, scribe.documentId);
    const { text, info, faults } = await fileOf(actor, document.id);
    expect([faults, document.number]).toEqual([0, expect.stringMatching(/^MWC-2026-/)]);
    expect(info).toMatch(/Tagged:\s+yes/);
    for (const said of [
      'Minor Electrical Installation Works Certificate',
      'towel rail',
      '0.66',
      '0.31',
      'none noticed',
    ])
      expect(text).toContain(said);
    expect((await checkByToken(document.verificationToken))?.verification).toMatchObject({ intact: true });
  });

  it('closes the finding it puts right on the page of the report, once it is issued and not before', async () => {
    const actor = await newFirm();
    const scribe = cottage(noon, instruments);
    const jobId = await openWork(actor, scribe);
    await signAll(actor, jobId, scribe.documentId, 'EICR');
    const report = await issue(actor, jobId, scribe.documentId);
    const finding = reportModel.read(report.model).observations[0]?.id ?? '';
    expect(report.closed.size).toBe(0);
    const { job } = viewOfScribe(scribe);
    const way = [...job.ways.values()].find((each) => each.load === 'lighting')?.id ?? '';
    const form = v7();
    const begun = {
      documentId: form,
      kind: 'MWC',
      edition: 'bs7671-2018-a2',
      covers: null,
      because: 'Puts right',
      replaces: null,
    } as const;
    const fields = {
      description: 'Rose renewed, landing, circuit 2',
      nature: 'alteration',
      existing: 'none noticed',
      departures: 'none',
      completedOn: '2026-03-02',
      wayIds: [way],
      observationIds: [finding],
    } as const;
    const answers = await append(actor, 'job', jobId, [
      jobStream.draft('document.begun', begun, made()),
      jobStream.draft(
        'works.described',
        { documentId: form, fields: { ...fields, wayIds: [way], observationIds: [finding] } },
        made(),
      ),
    ]);
    expect(answers?.map((r) => (r.accepted ? '' : r.reason))).toEqual(['', '']);
    expect((await findDocument(actor, report.id))?.closed.size).toBe(0);
    // What was read of the circuit before the work says nothing of it now: it is read again.
    const again = scribe.drafts.flatMap((draft) => {
      const body = draft.body as { slot?: { on: { id?: string } } };
      return draft.kind === 'reading.taken' && body.slot?.on.id === way
        ? [jobStream.draft('reading.taken', draft.body as never, made())]
        : [];
    });
    expect(again.length).toBeGreaterThan(4);
    await append(actor, 'job', jobId, again);
    await signAll(actor, jobId, form, 'MWC');
    const paper = await issue(actor, jobId, form);
    const page = await findDocument(actor, report.id);
    expect([...(page?.closed ?? [])]).toEqual([[finding, expect.objectContaining({ number: paper.number })]]);
    expect((await checkByToken(report.verificationToken))?.verification).toMatchObject({ intact: true });
    const { text } = await fileOf(actor, paper.id);
    expect(text).toContain(`of ${report.number}`);
  });
});
