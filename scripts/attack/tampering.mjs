import { chanceOf } from './chance.mjs';

/** Every column of an entry, and what somebody with the owner's password could write there. */
const ofAnEntry = {
  body: `body || '{"smuggled": 1}'`,
  kind: `'note.made'`,
  version: 'version + 1',
  made_at: "made_at + interval '1 ms'",
  made_by: `'somebody else'`,
  device: `'elsewhere'`,
  recorded_at: "recorded_at - interval '1 hour'",
  id: 'gen_random_uuid()',
};
/** The same of the document, its file, its picture and its leaf: what is found is not an entry. */
const ofTheRest = [
  ['document', 'id', 'model', `model || '{"smuggled": 1}'`],
  ['document', 'id', 'number', `number || '1'`],
  ['document', 'id', 'issued_at', "issued_at + interval '1 second'"],
  ['document', 'id', 'document_hash', "repeat('a', 64)"],
  ['document', 'id', 'links', 'links - 0'],
  ['document', 'id', 'kind', "case kind when 'MWC' then 'EIC' else 'MWC' end"],
  ['document', 'id', 'begun_id', 'gen_random_uuid()'],
  ['document', 'id', 'sealed_to', 'sealed_to - 1'],
  ['document', 'id', 'replaces', 'id'],
  ['document_pdf', 'document_id', 'pdf', 'set_byte(pdf, 900, get_byte(pdf, 900) # 1)'],
  ['log_leaf', 'issue_id', 'document_hash', "repeat('b', 64)"],
  ['log_leaf', 'issue_id', 'pdf_sha256', "repeat('b', 64)"],
];

/** Changes one thing of a sealed document at a time, and asks its verification page: it says so, and names the entry. */
export async function tampering({ app, seed }) {
  const { default: pg } = await import('pg');
  const { below } = chanceOf(seed);
  const client = new pg.Client({ connectionString: app.env.DATABASE_OWNER_URL });
  await client.connect();
  await client.query("set session_replication_role = 'replica'");
  const { rows } = await client.query(
    'select id, job_id, verification_token as token, sealed_to from document order by number limit 1',
  );
  const [{ id, job_id: job, token, sealed_to: last }] = rows;
  const said = async () => (await (await fetch(`${app.baseUrl}/verify/${token}`)).text()).replaceAll(/<[^>]*>/g, '');
  const failed = [];
  let tried = 0;
  /** Does it, reads the page, and puts back the rows as they were. */
  async function one(what, table, where, values, does, wanted) {
    const kept = (await client.query(`select to_jsonb(t) as row from ${table} t where ${where}`, values)).rows;
    await does();
    const text = await said();
    await client.query(`delete from ${table} where ${where}`, values);
    for (const { row } of kept)
      await client.query(`insert into ${table} select * from jsonb_populate_record(null::${table}, $1)`, [
        JSON.stringify(row),
      ]);
    tried += 1;
    if (!wanted.every((pattern) => pattern.test(text))) failed.push({ what, said: text.slice(0, 300) });
  }
  const not = /This document has been altered/;
  const stream = 'stream_id = $1';
  for (let times = 0; times < 5; times += 1)
    for (const [column, value] of Object.entries(ofAnEntry)) {
      const seq = 1 + below(last);
      const does = () =>
        client.query(`update entry set ${column} = ${value} where stream_id = $1 and seq = $2`, [job, seq]);
      await one(`${column} of entry ${seq}`, 'entry', stream, [job], does, [
        not,
        new RegExp(`Entry ${seq} of its record`),
      ]);
    }
  for (let times = 0; times < 6; times += 1) {
    const seq = 2 + below(last - 3);
    const taken = () => client.query('delete from entry where stream_id = $1 and seq = $2', [job, seq]);
    const closed = async () => {
      await taken();
      await client.query('update entry set seq = seq - 100000 where stream_id = $1 and seq > $2', [job, seq]);
      await client.query('update entry set seq = seq + 99999 where stream_id = $1 and seq < 0', [job]);
    };
    const swapped = () =>
      client
        .query('update entry set seq = case seq when $2 then -1 else $2 end where stream_id = $1 and seq in ($2, $3)', [
          job,
          seq,
          seq + 1,
        ])
        .then(() => client.query('update entry set seq = $2 where stream_id = $1 and seq = -1', [job, seq + 1]));
    for (const [what, does] of [
      ['taken out', taken],
      ['taken out and closed up', closed],
    ])
      await one(`entry ${seq} ${what}`, 'entry', stream, [job], does, [
        not,
        new RegExp(`Entry ${seq} of its record is missing`),
      ]);
    if (times < 1)
      await one(`entry ${seq} and the next swapped`, 'entry', stream, [job], swapped, [
        not,
        new RegExp(`Entry ${seq} of its record`),
      ]);
  }
  for (const [table, key, column, value] of ofTheRest) {
    const does = () => client.query(`update ${table} set ${column} = ${value} where ${key} = $1`, [id]);
    await one(`${column} of ${table}`, table, `${key} = $1`, [id], does, [not]);
  }
  if (!/This document is intact/.test(await said())) failed.push({ what: 'not put back as it was' });
  await client.end();
  return { what: 'tamperings', tried, failed };
}
