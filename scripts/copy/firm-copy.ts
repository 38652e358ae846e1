import { createHash } from 'node:crypto';
import { closeSync, createReadStream, openSync, renameSync, writeSync } from 'node:fs';
import { createInterface } from 'node:readline';
import pg from 'pg';
import * as z from 'zod';
import { canonical } from '../../src/core/ledger/canonical';
import { forFirm } from '../../src/server/connection';
import { proofOf } from '../../src/server/daily-heads';
import { rebuildProjections } from '../../src/server/projections/rebuild';

/**
 * What a firm is, in the order it can be put back. Its lists are made again from its entries; passwords, and what else
 * people sign in with, stay behind.
 */
const tables = [
  ['firm', 'select to_jsonb(t) as row from firm t where id = $1'],
  ['user', `select to_jsonb(t) - 'two_factor_enabled' as row from "user" t where firm_id = $1 order by id`],
  ['stream', 'select to_jsonb(t) as row from stream t where firm_id = $1 order by id'],
  ['document', 'select to_jsonb(t) as row from document t where firm_id = $1 order by issued_at, id'],
  ['document_removed', 'select to_jsonb(t) as row from document_removed t where firm_id = $1 order by id'],
] as const;
/** What proves each document elsewhere: what it brought along, or else the way up to a daily head of here. */
const proofTable = 'document_proof';
/** What files of the first form held of the tree: it is left where it is, since a document is in the tree it was issued in. */
const leafTable = 'log_leaf';
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

const head = z.object({
  format: z.enum(['orange-ledger/firm/1', 'orange-ledger/firm/2']),
  firmId: z.uuid(),
  madeAt: z.iso.datetime(),
});
const names = [proofTable, leafTable, ...[...tables, ...large].map(([name]) => name)] as [string, ...string[]];
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
async function* rowsOf(client: pg.Client, firmId: string, proofs: Proofs): AsyncGenerator<string> {
  const told = (table: string, { row }: Row) => `${JSON.stringify({ table, row })}\n`;
  for (const [table, query] of tables)
    for (const row of (await client.query<Row>(query, [firmId])).rows) yield told(table, row);
  for (const [table, keys, query] of large)
    for (const { key } of (await client.query<{ key: string }>(keys, [firmId])).rows) {
      const values = query.includes('$2') ? [key, firmId] : [key];
      for (const row of (await client.query<Row>(query, values)).rows) yield told(table, row);
    }
  for (const [documentId, proof] of proofs)
    if (proof)
      yield told(proofTable, {
        row: { document_id: documentId, firm_id: firmId, proof: JSON.parse(canonical(proof)) as object },
      });
}

type Proofs = readonly [documentId: string, proof: object | null][];

/** What each of a firm's documents brought along, or else what proves it here; null where that is nothing yet. */
async function proofsOf(
  client: pg.Client,
  firmId: string,
  elseBy: (documentId: string) => Promise<object | null> = () => Promise.resolve(null),
): Promise<Proofs> {
  const { rows } = await client.query<{ id: string; proof: object | null }>(
    'select d.id, p.proof from document d left join document_proof p on p.document_id = d.id where d.firm_id = $1 order by d.id',
    [firmId],
  );
  const all: [string, object | null][] = [];
  for (const { id, proof } of rows) all.push([id, proof ?? (await elseBy(id))]);
  return all;
}

/** Writes a whole firm as one file, a row a line. */
export async function exportFirm(client: pg.Client, file: string, named: string | undefined): Promise<object> {
  const firm = await firmNamed(client, named);
  await client.query('begin transaction isolation level repeatable read read only');
  const unfinished = `${file}.unfinished`;
  const to = openSync(unfinished, 'w', 0o600);
  writeSync(
    to,
    `${JSON.stringify({ format: 'orange-ledger/firm/2', firmId: firm.id, madeAt: new Date().toISOString() })}\n`,
  );
  let count = 0;
  const hash = createHash('sha256');
  const proofs = await proofsOf(client, firm.id, proofOf);
  for await (const text of rowsOf(client, firm.id, proofs)) {
    writeSync(to, text);
    hash.update(text);
    count += 1;
  }
  writeSync(to, `${JSON.stringify({ end: { rows: count, sha256: hash.digest('hex') } })}\n`);
  closeSync(to);
  const unproved = proofs.filter(([, proof]) => !proof).length;
  await client.query('commit');
  renameSync(unfinished, file);
  return {
    firm: firm.name,
    rows: count,
    file,
    ...(unproved > 0 && {
      unproved,
      note: 'These documents are in no daily head yet, and cannot be proved elsewhere: write the file again tomorrow.',
    }),
  };
}

/**
 * Puts a firm into a database that has none such, all of it or nothing, and compares. Its documents are proved here by
 * the heads they bring along, where the key those are signed with is known.
 */
export async function importFirm(client: pg.Client, file: string): Promise<object> {
  let firmId = '';
  let number = 0;
  let last: z.infer<typeof end>['end'] | null = null;
  const said = createHash('sha256');
  const kept = createHash('sha256');
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
    if (table === leafTable) continue;
    kept.update(`${text}\n`);
    await client.query(
      `insert into ${pg.escapeIdentifier(table)} select * from jsonb_populate_record(null::${pg.escapeIdentifier(table)}, $1)`,
      [JSON.stringify(row)],
    );
  }
  if (!firmId) throw new Error('The file is empty. Nothing was imported.');
  const told = said.digest('hex');
  if (!last || last.rows !== number - 2 || last.sha256 !== told)
    throw new Error('The file was changed or cut off: it is not what was written. Nothing was imported.');
  const here = createHash('sha256');
  for await (const text of rowsOf(client, firmId, await proofsOf(client, firmId))) here.update(text);
  if (here.digest('hex') !== kept.digest('hex'))
    throw new Error('What is here now is not what the file says. Nothing was imported.');
  await client.query('commit');
  const unproved = (await proofsOf(client, firmId)).filter(([, proof]) => !proof).length;
  await forFirm(firmId, (tx) => rebuildProjections(tx, firmId));
  return {
    rows: number - 2,
    same: true,
    unproved,
    next: 'Nobody has a password yet: each asks for a new one where they sign in.',
  };
}

const ownerOf = (table: string, row: Record<string, unknown>): unknown =>
  table === 'firm' ? row.id : table === leafTable ? null : row.firm_id;

function parsed<T>(schema: z.ZodType<T>, text: string, number: number): T {
  try {
    return schema.parse(JSON.parse(text));
  } catch {
    throw new Error(`Line ${number} is none of such a file. Nothing was imported.`);
  }
}
