import { spawn } from 'node:child_process';
import { once } from 'node:events';
import pg from 'pg';
import { v7 } from 'uuid';
import { closeConnections, forFirm } from '../../src/server/connection';
import { findJobs, jobFilters } from '../../src/server/find-jobs';
import { projections } from '../../src/server/projections/registry';
import { settleFirm } from '../../src/server/projections/settle';
import { readEntries } from '../../src/server/stored-entries';
import { streams } from '../../src/server/stream-sorts';
import { type FirmActor, openJob } from '../../src/server/streams';
import { actorOf } from '../demo/actor';
import { largeJob } from './large-job';
import { figureOf, tell, timed } from './measure';

/**
 * Fills the demo firm up to MANY_JOBS jobs of a hundred entries, and measures finding among them. A few jobs go through
 * the door; the rest are copies of those with ids, reference, client, address and day of their own, written by COPY: what
 * was admitted once is admissible again. Some of them are then folded and projected from their entries alone, and have
 * to be what was written.
 */
const owner = new pg.Client({ connectionString: process.env.DATABASE_OWNER_URL });
const wanted = Number(process.env.MANY_JOBS);
const entriesEach = 100;
const templates = 12;
const batch = 400;
const checked = 40;

const streets = [
  'Tansy',
  'Sorrel',
  'Yarrow',
  'Comfrey',
  'Bryony',
  'Teasel',
  'Campion',
  'Vetch',
  'Burdock',
  'Figwort',
  'Meadowsweet',
  'Betony',
];
const ends = ['Court', 'Lane', 'Rise', 'Row', 'Terrace', 'Close', 'Bank', 'Steps', 'Yard', 'End'];
const towns = ['Marrowby', 'Overby', 'Thistleham', 'Dunsworth', 'Aldersyke', 'Kettlemoor'];
const people = [
  'Oake',
  'Thrale',
  'Penhale',
  'Sedge',
  'Ashplant',
  'Underhay',
  'Tolland',
  'Brackenbury',
  'Thistlewood',
  'Dunmore',
  'Quarrell',
  'Vane',
];
const of = <T>(list: readonly T[], index: number): T => list[index % list.length] as T;
const dayOf = (index: number): string =>
  new Date(Date.UTC(2021, 0, 1 + ((index * 7) % 1800))).toISOString().slice(0, 10);
const named = (index: number) => ({
  reference: `MJ-${index}`,
  address: `${1 + (index % 220)} ${of(streets, Math.floor(index / 7))} ${of(ends, Math.floor(index / 91))}, ${of(towns, Math.floor(index / 13))}`,
  client: `${of(['Mr', 'Mrs', 'Ms', 'Dr'], index)} ${String.fromCharCode(65 + (index % 26))}. ${of(people, Math.floor(index / 3))}`,
  day: dayOf(index),
});

const marks = { reference: 'REFERENCE-OF', address: 'ADDRESS-OF', client: 'CLIENT-OF', day: '2020-02-02' };
type Template = {
  readonly entries: string;
  readonly summary: Record<string, unknown>;
  readonly search: Record<string, unknown>;
  readonly ids: readonly string[];
  readonly jobId: string;
};
const uuids = /[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[0-9a-f]{4}-[0-9a-f]{12}/g;

/** A job through the door, as its rows stand in the tables. */
async function template(actor: FirmActor): Promise<Template> {
  const jobId = v7();
  const said = largeJob().drafts;
  const own = (kind: string, version: number, body: object) => ({
    id: v7(),
    kind,
    version,
    body,
    madeAt: said[0]?.madeAt ?? '',
    device: 'bench',
  });
  const drafts = said.slice(0, entriesEach - 3).map((draft) => ({ ...draft, id: v7() }));
  const first = drafts[0];
  if (first) Object.assign(first, { body: { reference: marks.reference, began: null } });
  const all = [
    ...drafts,
    own('site.described', 2, { address: marks.address }),
    own('client.named', 1, { name: marks.client }),
    own('brief.agreed', 2, { inspectedFrom: marks.day }),
  ];
  const results = await openJob(actor, jobId, all as never);
  const refused = results?.find((each) => !each.accepted);
  if (!results || refused) throw new Error(`A job of the bench was refused: ${JSON.stringify(refused)}`);
  await settleFirm(actor.firmId);
  const rows = async (text: string) => (await owner.query(text, [jobId])).rows as Record<string, unknown>[];
  const entries = JSON.stringify(
    await rows(
      'select id, seq, kind, version, body, made_at, made_by, device from entry where stream_id = $1 order by seq',
    ),
  );
  const [summary = {}] = await rows('select * from job_summary where job_id = $1');
  const [search = {}] = await rows('select * from job_search where job_id = $1');
  return {
    entries,
    summary,
    search,
    jobId,
    ids: [...new Set(entries.match(uuids) ?? [])].filter((id) => id !== actor.id),
  };
}

const cell = (value: unknown): string =>
  value === null || value === undefined
    ? '\\N'
    : (value instanceof Date ? value.toISOString() : typeof value === 'object' ? JSON.stringify(value) : String(value))
        .replaceAll('\\', '\\\\')
        .replaceAll('\t', '\\t')
        .replaceAll('\n', '\\n');
const line = (...values: unknown[]): string => `${values.map(cell).join('\t')}\n`;

type Entry = {
  id: string;
  seq: number;
  kind: string;
  version: number;
  body: unknown;
  made_at: string;
  made_by: string;
  device: string;
};

/** The rows of one more job like a template. */
function copied(from: Template, index: number, firmId: string, summaryColumns: readonly string[]) {
  const jobId = v7();
  const ids = new Map(from.ids.map((id) => [id, v7()]));
  ids.set(from.jobId, jobId);
  const its = named(index);
  const put = (text: string) =>
    text
      .replaceAll(marks.reference, its.reference)
      .replaceAll(marks.address, its.address)
      .replaceAll(marks.client, its.client)
      .replaceAll(marks.day, its.day);
  const entries = JSON.parse(put(from.entries).replaceAll(uuids, (id) => ids.get(id) ?? id)) as Entry[];
  const summary: Record<string, unknown> = {
    ...from.summary,
    job_id: jobId,
    reference: its.reference,
    site_address: its.address,
    client_name: its.client,
    inspected_on: its.day,
  };
  return {
    stream: line(jobId, firmId, 'job', entries.length, entries.length),
    entries: entries
      .map((e) => line(e.id, firmId, jobId, e.seq, e.kind, e.version, e.body, e.made_at, e.made_by, e.device))
      .join(''),
    summary: line(
      ...summaryColumns.map((column) =>
        summary[column] instanceof Date ? (summary[column] as Date).toISOString().slice(0, 10) : summary[column],
      ),
    ),
    search: line(jobId, firmId, put(String(from.search.called)), put(String(from.search.found))),
    jobId,
  };
}

async function fill(actor: FirmActor, from: number): Promise<string[]> {
  const made: Template[] = [];
  for (let index = 0; index < templates; index += 1) made.push(await template(actor));
  const { rows } = await owner.query<{ column_name: string }>(
    "select column_name from information_schema.columns where table_name = 'job_summary' and is_generated = 'NEVER' order by ordinal_position",
  );
  const columns = rows.map((row) => row.column_name);
  const psql = spawn('psql', ['-q', '-v', 'ON_ERROR_STOP=1', process.env.DATABASE_OWNER_URL ?? ''], {
    stdio: ['pipe', 'ignore', 'inherit'],
  });
  const ended = once(psql, 'exit');
  const write = async (text: string) => {
    if (!psql.stdin.write(text)) await once(psql.stdin, 'drain');
  };
  const jobs: string[] = [];
  for (let index = from; index < wanted; index += batch) {
    const copies = Array.from({ length: Math.min(batch, wanted - index) }, (_, at) =>
      copied(of(made, index + at), index + at, actor.firmId, columns),
    );
    const copy = async (into: string, rowsOf: (each: (typeof copies)[number]) => string) => {
      await write(`copy ${into} from stdin;\n`);
      for (const each of copies) await write(rowsOf(each));
      await write('\\.\n');
    };
    await write('begin;\n');
    await copy('stream (id, firm_id, sort, last_seq, projected_seq)', (each) => each.stream);
    await copy(
      'entry (id, firm_id, stream_id, seq, kind, version, body, made_at, made_by, device)',
      (each) => each.entries,
    );
    await copy(`job_summary (${columns.join(', ')})`, (each) => each.summary);
    await copy('job_search (job_id, firm_id, called, found)', (each) => each.search);
    await write('commit;\n');
    jobs.push(...copies.map((each) => each.jobId));
  }
  await write('analyze;\n');
  psql.stdin.end();
  const [code] = (await ended) as [number];
  if (code !== 0) throw new Error('The jobs could not be written');
  return jobs;
}

/** Folds some of the copies from their entries and projects them anew: nothing may differ. */
async function check(actor: FirmActor, jobs: readonly string[]): Promise<void> {
  const tables = ['job_summary', 'job_search'];
  const rowsOf = async (jobId: string) =>
    JSON.stringify(
      await Promise.all(
        tables.map(async (table) => (await owner.query(`select * from ${table} where job_id = $1`, [jobId])).rows),
      ),
    );
  for (let index = 0; index < checked && jobs.length > 0; index += 1) {
    const jobId = of(jobs, index * Math.max(1, Math.floor(jobs.length / checked)));
    const before = await rowsOf(jobId);
    await forFirm(actor.firmId, async (tx) => {
      const entries = await readEntries(tx, 'job', jobId);
      if (entries.length !== entriesEach) throw new Error(`${jobId} has ${entries.length} entries`);
      const job = streams.job.fold(entries);
      for (const projection of projections.job) await projection.write(tx, actor.firmId, jobId, job, entries.length);
    });
    if ((await rowsOf(jobId)) !== before) throw new Error(`What was written of ${jobId} is not what its entries say`);
  }
}

async function main(): Promise<void> {
  await owner.connect();
  const actor = await actorOf(process.env.LOAD_EMAIL ?? '');
  const { rows } = await owner.query<{ jobs: number }>(
    "select count(*)::int as jobs from stream where sort = 'job' and firm_id = $1",
    [actor.firmId],
  );
  const began = performance.now();
  const jobs = await fill(actor, rows[0]?.jobs ?? 0);
  const seconds = (performance.now() - began) / 1000;
  await check(actor, jobs);
  const { rows: held } = await owner.query<{ entries: string; size: string }>(
    'select (select count(*) from entry)::text as entries, pg_size_pretty(pg_database_size(current_database())) as size',
  );
  process.stderr.write(
    `${jobs.length} jobs written in ${seconds.toFixed(0)} s, ${checked} of them checked; ${held[0]?.entries} entries, ${held[0]?.size}\n`,
  );

  const wrong = (text: string, at: number) =>
    text.slice(0, at) + text.slice(at + 1, at + 2) + text.slice(at, at + 1) + text.slice(at + 2);
  const asked: readonly (readonly [string, (index: number) => string])[] = [
    ['by reference', (index) => named(index).reference],
    ['by part of an address', (index) => named(index).address.split(',')[0] ?? ''],
    ['by a name', (index) => named(index).client.split(' ').at(-1) ?? ''],
    ['by a circuit', () => 'sockets'],
    ['with two letters the wrong way round', (index) => wrong(named(index).address.split(',')[0] ?? '', 4)],
    ['by what is nowhere', (index) => `zyxwv${index}`],
  ];
  for (const [what, q] of asked) {
    const samples = await timed(
      60,
      (round) => {
        const index = Math.abs(round * 7919) % Math.max(1, wanted);
        return findJobs(actor.firmId, { ...jobFilters.parse({}), q: q(index) }, null);
      },
      5,
    );
    tell(figureOf(`first answer ${what}`, 'ms', samples, 'p95 ≤ 50'));
  }
  let after: string | null = null;
  const pages: number[] = [];
  for (let page = 0; page < 60; page += 1) {
    const from = performance.now();
    after = (await findJobs(actor.firmId, jobFilters.parse({}), after)).after;
    pages.push(performance.now() - from);
    if (after === null) break;
  }
  tell(figureOf('a page of the list, one after the other', 'ms', pages));
  await closeConnections();
  await owner.end();
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`);
  process.exit(1);
});
