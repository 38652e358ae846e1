import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';

/** npm run backup: lays a dump of the whole database into BACKUP_FOLDER, named by its moment. pg_restore puts it back. */
function main(): void {
  const { DATABASE_OWNER_URL: url, BACKUP_FOLDER: folder } = process.env;
  if (!url || !folder) throw new Error('DATABASE_OWNER_URL and BACKUP_FOLDER are needed: run npm run backup');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = join(folder, `${new Date().toISOString().replaceAll(':', '-')}.dump`);
  const unfinished = `${file}.unfinished`;
  const { hostname, port, username, password, pathname } = new URL(url);
  const made = spawnSync(
    dumper(),
    [
      '--format=custom',
      `--file=${unfinished}`,
      '-h',
      hostname,
      '-p',
      port || '5432',
      '-U',
      username,
      pathname.slice(1),
    ],
    { env: { ...process.env, PGPASSWORD: decodeURIComponent(password) }, encoding: 'utf8' },
  );
  if (made.status !== 0) {
    rmSync(unfinished, { force: true });
    throw new Error(`No backup was made: ${made.stderr || made.error?.message}`);
  }
  renameSync(unfinished, file);
  process.stdout.write(`${file} (${(statSync(file).size / 1024).toFixed(0)} KB)\n`);
}

/** Debian's own, the newest; elsewhere the one that is found by name. */
function dumper(): string {
  const home = '/usr/lib/postgresql';
  const versions = existsSync(home) ? readdirSync(home).sort((a, b) => Number(b) - Number(a)) : [];
  return versions.map((version) => join(home, version, 'bin', 'pg_dump')).find(existsSync) ?? 'pg_dump';
}

try {
  main();
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
}
