import { createHash } from 'node:crypto';
import { closeSync, createReadStream, openSync, renameSync, writeSync } from 'node:fs';
import { createInterface } from 'node:readline';
import pg from 'pg';
import * as z from 'zod';
import { forFirm } from '../../src/server/connection';
import { rebuildProjections } from '../../src/server/projections/rebuild';

/** What a firm is, in the order it can be put back. Its lists are made again from its entries; passwords stay behind. */
const tables = [
  ['firm', 'select to_jsonb(t) as row from firm t where id = $1'],
  ['user', 'select to_jsonb(t) as row from "user" t where firm_id = $1 order by id'],
  ['stream', 'select to_jsonb(t) as row from stream t where firm_id = $1 order by id'],
  ['document', 'select to_jsonb(t) as row from document t where firm_id = $1 order by issued_at, id'],
  ['document_removed', 'select to_jsonb(t) as row from document_removed t where firm_id = $1 order by id'],
  [
    'log_leaf',
    'select to_jsonb(t) - $2 as row from log_leaf t where issue_id in (select id from document where firm_id = $1) order by index',
  ],
] as const;
/** What is large, a row at a time: by the keys of its rows. */
const large = [
  [
    'entry',
    'select id as key from stream where firm_id = $1 order by id',
    'select to_jsonb(t) as row from entry t where stream_id = $1 order by seq',
  ],
  [
    'document_pdf',
    'select document_id as key from document_pdf where firm_id = $1 order by 1',
    'select to_jsonb(t) as row from document_pdf t where document_id = $1',
  ],
  [
    'picture',
    'select sha256 as key from picture where firm_id = $1 order by 1',
    'select to_jsonb(t) as row from picture t where sha256 = $1 and firm_id = $2',
  ],
  [
    'firm_file',
    'select sha256 as key from firm_file where firm_id = $1 order by 1',
    'select to_jsonb(t) as row from firm_file t where sha256 = $1 and firm_id = $2',
  ],
] as const;

const head = z.object({ format: z.literal('orange-ledger/firm/1'), firmId: z.uuid(), madeAt: z.iso.datetime() });
const names = [...tables, ...large].map(([name]) => name) as [string, ...string[]];
const line = z.object({ table: z.enum(names), row: z.record(z.string(), z.unknown()) });

/** The last line: how many there are before it, and the hash over them. */
const end = z.object({ end: z.object({ rows: z.number().int(), sha256: z.string() }) });

/** The firm of this id or name, or the only one there is. */
export async function firmNamed(client: pg.Client, named: string | undefined): Promise<{ id: string; name: string }> {
  const { rows } = await client.query<{ id: string; name: string }>('select id, name from firm order by name');
  const found = named ? rows.filter(({ id, name }) => id === named || name === named) : rows;
  const [firm] = found;
  if (!firm || found.length > 1)
    throw new Error(`Say which firm: ${rows.map(({ name }) => name).join(', ') || 'there is none'}. Nothing was done.`);
  return firm;
}

type Row = { row: Record<string, unknown> };

/** Every row of a firm, one after the other, the same for the same firm. */
async function* rowsOf(client: pg.Client, firmId: string): AsyncGenerator<string> {
  const told = (table: string, { row }: Row) => `${JSON.stringify({ table, row })}\n`;
  for (const [table, query] of tables) {
    const values = query.includes('$2') ? [firmId, 'index'] : [firmId];
    for (const row of (await client.query<Row>(query, values)).rows) yield told(table, row);
  }
  for (const [table, keys, query] of large)
    for (const { key } of (await client.query<{ key: string }>(keys, [firmId])).rows) {
      const values = query.includes('$2') ? [key, firmId] : [key];
      for (const row of (await client.query<Row>(query, values)).rows) yield told(table, row);
    }
}

/** Writes a whole firm as one file, a row a line. */
export async function exportFirm(client: pg.Client, file: string, named: string | undefined): Promise<object> {
  const firm = await firmNamed(client, named);
  await client.query('begin transaction isolation level repeatable read read only');
  const unfinished = `${file}.unfinished`;
  const to = openSync(unfinished, 'w', 0o600);
  writeSync(
    to,
    `${JSON.stringify({ format: 'orange-ledger/firm/1', firmId: firm.id, madeAt: new Date().toISOString() })}\n`,
  );
  let count = 0;
  const hash = createHash('sha256');
  for await (const text of rowsOf(client, firm.id)) {
    writeSync(to, text);
    hash.update(text);
    count += 1;
  }
  writeSync(to, `${JSON.stringify({ end: { rows: count, sha256: hash.digest('hex') } })}\n`);
  closeSync(to);
  await client.query('commit');
  renameSync(unfinished, file);
  return { firm: firm.name, rows: count, file };
}

/** Puts a firm into a database that has none such, all of it or nothing, and compares. */
export async function importFirm(client: pg.Client, file: string): Promise<object> {
  let firmId = '';
  let number = 0;
  let last: z.infer<typeof end>['end'] | null = null;
  const said = createHash('sha256');
  await client.query('begin');
  for await (const text of createInterface({ input: createReadStream(file), crlfDelay: Infinity })) {
    number += 1;
    if (number === 1) {
      firmId = parsed(head, text, number).firmId;
      const { rowCount } = await client.query('select 1 from firm where id = $1', [firmId]);
      if (rowCount) throw new Error('That firm is here already. Nothing was imported.');
      continue;
    }
    if (text.startsWith('{"end"')) {
      last = parsed(end, text, number).end;
      continue;
    }
    const { table, row } = parsed(line, text, number);
    if (ownerOf(table, row) !== null && ownerOf(table, row) !== firmId)
      throw new Error(`Line ${number} belongs to another firm. Nothing was imported.`);
    said.update(`${text}\n`);
    const whole = table === 'log_leaf' ? { ...row, index: await nextLeaf(client) } : row;
    await client.query(
      `insert into ${pg.escapeIdentifier(table)} select * from jsonb_populate_record(null::${pg.escapeIdentifier(table)}, $1)`,
      [JSON.stringify(whole)],
    );
  }
  if (!firmId) throw new Error('The file is empty. Nothing was imported.');
  const told = said.digest('hex');
  if (!last || last.rows !== number - 2 || last.sha256 !== told)
    throw new Error('The file was changed or cut off: it is not what was written. Nothing was imported.');
  const here = createHash('sha256');
  for await (const text of rowsOf(client, firmId)) here.update(text);
  if (here.digest('hex') !== told) throw new Error('What is here now is not what the file says. Nothing was imported.');
  await client.query('commit');
  await forFirm(firmId, (tx) => rebuildProjections(tx, firmId));
  return {
    rows: number - 2,
    same: true,
    next: 'Nobody has a password yet: each asks for a new one where they sign in.',
  };
}

const ownerOf = (table: string, row: Record<string, unknown>): unknown =>
  table === 'firm' ? row.id : table === 'log_leaf' ? null : row.firm_id;

async function nextLeaf(client: pg.Client): Promise<number> {
  await client.query('select pg_advisory_xact_lock(767104)');
  return (await client.query<{ next: number }>('select count(*)::int as next from log_leaf')).rows[0]?.next ?? 0;
}

function parsed<T>(schema: z.ZodType<T>, text: string, number: number): T {
  try {
    return schema.parse(JSON.parse(text));
  } catch {
    throw new Error(`Line ${number} is none of such a file. Nothing was imported.`);
  }
}
