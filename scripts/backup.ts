import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream, mkdirSync, readdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import { type Manifest, heldBy } from './backup/manifest';
import { reaching, tool } from './backup/postgres-tools';

const dayMillis = 86_400_000;
const usualDaysKept = 14;

/**
 * npm run backup: lays a dump of the whole database into BACKUP_FOLDER, named by its moment, with a manifest of what is
 * in it, both of one and the same moment. Older ones go after BACKUP_KEEP_DAYS; npm run restore puts one back.
 */
async function main(): Promise<void> {
  const { DATABASE_OWNER_URL: url, BACKUP_FOLDER: folder, BACKUP_KEEP_DAYS: days } = process.env;
  if (!url || !folder) throw new Error('DATABASE_OWNER_URL and BACKUP_FOLDER are needed: run npm run backup');
  // What is written from here on, by us or by what we start, is nobody else's to read.
  process.umask(0o077);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const madeAt = new Date().toISOString();
  const file = join(folder, `${madeAt.replaceAll(':', '-')}.dump`);
  const unfinished = `${file}.unfinished`;
  const client = new pg.Client({ connectionString: url });
  try {
    await client.connect();
    await client.query('begin transaction isolation level repeatable read read only');
    const { rows } = await client.query<{ snapshot: string }>('select pg_export_snapshot() as snapshot');
    const { args, database, env } = reaching(url);
    await run(
      tool('pg_dump'),
      ['--format=custom', `--file=${unfinished}`, `--snapshot=${rows[0]?.snapshot}`, ...args, database],
      env,
    );
    const held = await heldBy(client);
    const bytes = statSync(unfinished).size;
    const manifest: Manifest = {
      format: 'orange-ledger/backup/1',
      madeAt,
      dump: { name: basename(file), bytes, sha256: await hashOf(unfinished) },
      ...held,
    };
    writeFileSync(`${file}.json`, `${JSON.stringify(manifest)}\n`, { mode: 0o600 });
    renameSync(unfinished, file);
    const gone = prune(folder, Date.parse(madeAt) - (Number(days) || usualDaysKept) * dayMillis);
    process.stdout.write(
      `${file} (${(bytes / 1024).toFixed(0)} KB, ${held.streams.length} streams, ${held.documents} documents)${gone ? `; ${gone} older removed` : ''}\n`,
    );
  } catch (error) {
    rmSync(unfinished, { force: true });
    throw new Error(`No backup was made: ${error instanceof Error ? error.message : String(error)}`);
  } finally {
    await client.end().catch(() => undefined);
  }
}

function run(command: string, args: readonly string[], env: NodeJS.ProcessEnv): Promise<void> {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { env, stdio: ['ignore', 'ignore', 'pipe'] });
    let said = '';
    child.stderr.on('data', (text) => (said += String(text)));
    child.on('error', reject);
    child.on('exit', (code) => (code === 0 ? resolve() : reject(new Error(said || `${command} ended with ${code}`))));
  });
}

async function hashOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}

/** Removes backups laid down before a moment, but never the last one. */
function prune(folder: string, before: number): number {
  const dumps = readdirSync(folder)
    .filter((name) => name.endsWith('.dump'))
    .sort();
  const old = dumps.slice(0, -1).filter((name) => statSync(join(folder, name)).mtimeMs < before);
  for (const name of old) {
    rmSync(join(folder, name));
    rmSync(join(folder, `${name}.json`), { force: true });
  }
  return old.length;
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
