import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { documents } from '../../src/core/catalogue';
import { reportModel } from '../../src/core/certificates/eicr/model';
import { reportPdf } from '../../src/print/layouts/eicr';
import { closeConnections } from '../../src/server/connection';
import { checkByToken } from '../../src/server/verification';
import { findDocument, sha256 } from '../../src/server/documents';
import { firmState } from '../../src/server/people';
import { type FirmActor, append, stateOf } from '../../src/server/streams';
import { jobStream } from '../../src/core/catalogue';
import { v7 } from 'uuid';

type Row = Record<string, unknown>;
const fixture = JSON.parse(readFileSync('tests/fixtures/ground-floor/database.json', 'utf8')) as Record<string, Row[]>;
const sealedPdf = readFileSync('tests/fixtures/ground-floor/sealed.pdf');
const migrations = 'src/server/migrations';
const folder = mkdtempSync(join(tmpdir(), 'ground-floor-'));
const database = `ground_floor_${process.pid}`;
const before = { owner: process.env.DATABASE_OWNER_URL ?? '', application: process.env.DATABASE_URL ?? '' };
const at = (url: string, name: string) => url.replace(/\/[^/]*$/, `/${name}`);

/** The migrations there were when the fixture was taken. */
function firstMigrations(): string {
  const old = join(folder, 'migrations');
  cpSync(migrations, old, { recursive: true });
  const journal = join(old, 'meta', '_journal.json');
  const all = JSON.parse(readFileSync(journal, 'utf8')) as { entries: { idx: number }[] };
  writeFileSync(journal, JSON.stringify({ ...all, entries: all.entries.filter(({ idx }) => idx < 2) }));
  return old;
}

async function insert(client: pg.Client, table: string, rows: readonly Row[]): Promise<void> {
  for (const row of rows) {
    const names = Object.keys(row);
    const values = names.map((name) => {
      const value = row[name];
      return value !== null && typeof value === 'object' && !Buffer.isBuffer(value) ? JSON.stringify(value) : value;
    });
    await client.query(
      `insert into "${table}" (${names.map((name) => `"${name}"`).join(', ')}) values (${names.map((_, i) => `$${i + 1}`).join(', ')})`,
      values,
    );
  }
}

/** A database of the floor below, with the demo of that time in it, brought up to date. */
beforeAll(async () => {
  const server = new pg.Client({ connectionString: at(before.owner, 'postgres') });
  await server.connect();
  await server.query(`create database ${database}`);
  await server.end();
  const owner = new pg.Client({ connectionString: at(before.owner, database) });
  await owner.connect();
  await migrate(drizzle(owner), { migrationsFolder: firstMigrations() });
  for (const table of ['firm', 'instrument', 'user', 'job', 'entry', 'document', 'job_summary'])
    await insert(owner, table, fixture[table] ?? []);
  await insert(
    owner,
    'document_pdf',
    (fixture.document_pdf ?? []).map((row) => ({ ...row, pdf: sealedPdf })),
  );
  await migrate(drizzle(owner), { migrationsFolder: migrations });
  await owner.end();
  process.env.DATABASE_URL = at(before.application, database);
  const { resetEnvironment } = await import('../../src/env');
  resetEnvironment();
});

afterAll(async () => {
  await closeConnections();
  const server = new pg.Client({ connectionString: at(before.owner, 'postgres') });
  await server.connect();
  await server.query(`drop database ${database} with (force)`);
  await server.end();
  rmSync(folder, { recursive: true });
});

const [document] = fixture.document ?? [];
const [user] = fixture.user ?? [];
const actor = { id: user?.id, firmId: user?.firm_id, roles: ['inspector', 'supervisor'] } as FirmActor;
const textOf = (pdf: Buffer): string => {
  const path = join(folder, `${sha256(pdf).slice(0, 12)}.pdf`);
  writeFileSync(path, pdf);
  return spawnSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' }).stdout;
};

describe('a database of the ground floor, brought up to date', () => {
  it('still verifies what was sealed in it', async () => {
    expect(await checkByToken(String(document?.verification_token))).toMatchObject({
      number: document?.number,
      documentHash: document?.document_hash,
      verification: { intact: true },
      pdfSha256: sha256(sealedPdf),
      replacedBy: null,
    });
  });

  it('prints the sealed report with the same words and figures, byte for byte', async () => {
    const found = await findDocument(actor, String(document?.id));
    if (!found) throw new Error('The sealed document is there');
    const verifyUrl = /http\S+verify\/\w+/.exec(textOf(sealedPdf))?.[0] ?? '';
    const { number, issuedAt, documentHash } = found;
    const printed = await reportPdf(
      reportModel.read(found.model),
      { number, issuedAt, documentHash, verifyUrl },
      issuedAt,
    );
    expect(textOf(printed)).toBe(textOf(sealedPdf));
  });

  it('builds the same facts from its entries as were sealed then', async () => {
    const job = await stateOf(actor.firmId, 'job', String(document?.job_id));
    const begun = job?.documents[0];
    if (!job || !begun) throw new Error('The sealed job has a document');
    const sealed = reportModel.read(document?.model);
    const view = documents.view(job, begun);
    const { boards, supply, mainSwitch, observations, ...rest } = reportModel.schema.parse(
      view.definition.build(view, sealed.firm),
    );
    // Two services are named in full since.
    const inFull = JSON.stringify(sealed)
      .replace('Bonding: steel', 'Bonding: structural steel')
      .replace('Bonding: lightning', 'Bonding: lightning protection');
    const {
      boards: boardsThen,
      supply: supplyThen,
      mainSwitch: switchThen,
      observations: observationsThen,
      ...restThen
    } = reportModel.schema.parse(JSON.parse(inFull));
    expect(rest).toEqual(restThen);
    // An observation carries its id since.
    expect(observations.map((each) => ({ ...each, id: null }))).toEqual(observationsThen);
    // A blank RCD was printed as none, and its results as not applicable: blank is blank since.
    const unsaid = boards.map(({ columns, rows }) => {
      const of = (...names: string[]) => columns.flatMap(({ heading }, i) => (names.includes(heading) ? [i] : []));
      const [residual] = of('RCD mA, type');
      return { residual, results: of('RCD ms', 'RCD button'), blank: rows.map((row) => row[residual ?? -1] === '—') };
    });
    const asNow = boardsThen.map((board, b) => ({
      ...board,
      rows: board.rows.map((then, r) => {
        // On TT a breaker had no maximum Zs: what operates it at once is one.
        const maximum = board.columns.findIndex(({ heading }) => heading === 'Max Zs Ω');
        const now = boards[b]?.rows[r]?.[maximum] ?? '';
        // Where an RCD disconnects earth faults its limit is printed since, and what fails is marked.
        const byResidual = now.endsWith('†');
        const row = then.map((cell, i) =>
          i === maximum && (cell === '—' || byResidual)
            ? now
            : boards[b]?.rows[r]?.[i] === `${cell} ×`
              ? `${cell} ×`
              : cell,
        );
        const { residual, results, blank } = unsaid[b] as (typeof unsaid)[number];
        if (!blank[r]) return row;
        expect([row[residual ?? -1], ...results.map((i) => row[i])]).toEqual(['none', 'N/A', 'N/A']);
        return row.map((cell, i) => (i === residual || results.includes(i) ? '—' : cell));
      }),
    }));
    const since = /†|fails \(limit/;
    expect(boards.map((board) => ({ ...board, notes: board.notes.filter((note) => !since.test(note)) }))).toEqual(
      asNow,
    );
    // What was assumed then (230 V, 50 Hz) is asked for now, and left blank where nobody said it.
    const said = (facts: typeof supply) => facts.filter(({ label }) => !/voltage|frequency/i.test(label));
    expect(said(supply)).toEqual(said(supplyThen));
    expect(said(mainSwitch)).toEqual(said(switchThen));
  });

  it('opens every job, its one document an EICR, with every entry it had', async () => {
    for (const { id, last_seq } of fixture.job ?? []) {
      const job = await stateOf(actor.firmId, 'job', String(id));
      const opened = fixture.entry?.find((entry) => entry.job_id === id && entry.seq === 1)?.body as Row;
      expect(job?.entries.size).toBe(last_seq);
      expect(job?.documents.map(({ kind, edition }) => [kind, edition])).toEqual([[opened.document, opened.edition]]);
    }
  });

  it('goes on: a job of then takes entries of now, and may be issued anew', async () => {
    const jobId = String(document?.job_id);
    const job = await stateOf(actor.firmId, 'job', jobId);
    const first = job?.documents[0];
    const made = { id: v7(), madeAt: new Date().toISOString(), device: 'test' };
    const begins = jobStream.draft(
      'document.begun',
      {
        documentId: v7(),
        kind: 'EICR',
        edition: 'bs7671-2018-a2',
        covers: null,
        because: 'x',
        replaces: first?.id ?? '',
      },
      made,
    );
    expect(await append(actor, 'job', jobId, [begins])).toMatchObject([{ accepted: true }]);
    expect((await checkByToken(String(document?.verification_token)))?.verification).toMatchObject({ intact: true });
  });

  it('has its firm as a stream: particulars, people and instruments', async () => {
    const firm = await firmState(actor.firmId);
    expect(firm.particulars.name).toBe(fixture.firm?.[0]?.name);
    expect([...firm.people.values()].map(({ name }) => name).sort()).toEqual(
      (fixture.user ?? []).map(({ name }) => String(name)).sort(),
    );
    expect([...firm.instruments.values()].map(({ serial }) => serial).sort()).toEqual(
      (fixture.instrument ?? []).map(({ serial }) => String(serial)).sort(),
    );
  });
});
