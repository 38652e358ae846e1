import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, readFileSync } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import { type Manifest, differences, heldBy, manifest } from './backup/manifest';
import { reaching, tool } from './backup/postgres-tools';

/**
 * npm run restore -- FILE [DATABASE]: puts a backup into a database of its own, which must not be there yet, then checks
 * every chain of entries against the manifest, every file against its hash, every seal, and every signed daily head, and
 * says what it found. The database in use is not touched.
 */
async function main([file, database = 'orange_ledger_restored']: string[]): Promise<void> {
  const { DATABASE_OWNER_URL: url, DATABASE_URL: application } = process.env;
  if (!url || !application) throw new Error('DATABASE_OWNER_URL and DATABASE_URL are needed: run npm run restore');
  if (!file || !existsSync(file)) throw new Error('Say which backup: npm run restore -- FILE [DATABASE]');
  if (!/^[a-z][a-z0-9_]{0,62}$/.test(database))
    throw new Error('A database is named in small letters, figures and underlines. Nothing was restored.');
  const said = await readManifest(file);
  await makeDatabase(url, database);
  const into = replaceDatabase(url, database);
  restoreInto(file, into);
  const client = new pg.Client({ connectionString: into });
  await client.connect();
  const held = await heldBy(client);
  const tokens = (
    await client.query<{ number: string; token: string }>(
      'select number, verification_token as token from document order by issued_at',
    )
  ).rows;
  const damaged = await damagedFiles(client);
  await client.end();
  const wrong = [
    ...(said ? differences(said, held) : []),
    ...damaged,
    ...(await checkSeals(replaceDatabase(application, database), tokens)),
  ];
  const entries = held.streams.reduce((all, each) => all + each.entries, 0);
  process.stdout.write(
    [
      `Restored into ${database}: ${held.streams.length} streams with ${entries} entries, ${held.documents} documents, ${held.pictures} pictures.`,
      said
        ? `Every chain was compared with the manifest of ${said.madeAt}.`
        : 'There is no manifest beside it: chains could not be compared.',
      `${tokens.length} seals and the daily heads were checked.`,
      ...(wrong.length === 0 ? ['Nothing is wrong.'] : ['Wrong:', ...wrong.map((each) => `  ${each}`)]),
      `To serve it, start with LEDGER_DATABASE=${database}.`,
      '',
    ].join('\n'),
  );
  if (wrong.length > 0) process.exitCode = 2;
}

const replaceDatabase = (url: string, database: string): string => url.replace(/\/[^/?]*(?=$|\?)/, `/${database}`);

/** The manifest beside a backup, where there is one; refuses a dump that is not the one it tells of. */
async function readManifest(file: string): Promise<Manifest | null> {
  const beside = `${file}.json`;
  if (!existsSync(beside)) return null;
  const said = manifest.parse(JSON.parse(readFileSync(beside, 'utf8')));
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  if (hash.digest('hex') !== said.dump.sha256)
    throw new Error('The dump is not the one its manifest tells of: it was changed or cut off. Nothing was restored.');
  return said;
}

async function makeDatabase(url: string, database: string): Promise<void> {
  const server = new pg.Client({ connectionString: replaceDatabase(url, 'postgres') });
  await server.connect();
  try {
    const { rowCount } = await server.query('select 1 from pg_database where datname = $1', [database]);
    if (rowCount) throw new Error(`There is a database ${database} already: name another. Nothing was restored.`);
    await server.query(`create database ${pg.escapeIdentifier(database)}`);
  } finally {
    await server.end();
  }
}

function restoreInto(file: string, url: string): void {
  const { args, database, env } = reaching(url);
  const made = spawnSync(
    tool('pg_restore'),
    ['--exit-on-error', '--single-transaction', ...args, '-d', database, file],
    {
      env,
      encoding: 'utf8',
    },
  );
  if (made.status !== 0) throw new Error(`It could not be restored: ${made.stderr || made.error?.message}`);
}

/** What is kept under the hash of its bytes, and is not what it was: pictures, the firm's files, printed files. */
async function damagedFiles(client: pg.Client): Promise<string[]> {
  const { rows } = await client.query<{ what: string; sha256: string }>(`
    select 'picture' as what, sha256 from picture where encode(sha256(bytes), 'hex') <> sha256
    union all select 'file of the firm', sha256 from firm_file where encode(sha256(bytes), 'hex') <> sha256
    union all select 'printed file', sha256 from document_pdf where encode(sha256(pdf), 'hex') <> sha256`);
  return rows.map(({ what, sha256 }) => `The ${what} ${sha256} is not what its hash says.`);
}

/** Checks every document's seal and file as anybody's verification page does, and the tree of all of them. */
async function checkSeals(url: string, documents: readonly { number: string; token: string }[]): Promise<string[]> {
  process.env.DATABASE_URL = url;
  const [{ checkByToken }, { checkHeads }, { closeConnections }] = await Promise.all([
    import('../src/server/verification'),
    import('../src/server/daily-heads'),
    import('../src/server/connection'),
  ]);
  const wrong: string[] = [];
  for (const { number, token } of documents) {
    const check = await checkByToken(token);
    if (!check?.verification.intact) wrong.push(`The seal of ${number} does not hold.`);
  }
  wrong.push(...(await checkHeads()));
  await closeConnections();
  return wrong;
}

main(process.argv.slice(2)).catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
