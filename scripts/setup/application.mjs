// From a checkout to something that can be served: database made and migrated, sources built.
import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensurePostgres } from './postgres.mjs';
import { bin, endsWithUs, script, show } from './run.mjs';
import { Stop, hashOf, local, recall, remember, root, say, secrets } from './state.mjs';

const sources = ['src', 'public', 'package-lock.json', 'next.config.ts', 'postcss.config.mjs', 'tsconfig.json'];

/** Settings of a process that serves or tends one database. */
export const settings = (postgres, database, baseUrl) => ({
  DATABASE_URL: postgres.urls(database).application,
  DATABASE_OWNER_URL: postgres.urls(database).owner,
  DATABASE_APP_PASSWORD: secrets().application,
  AUTH_SECRET: secrets().session,
  HEAD_KEY: secrets().head,
  SIGNING_KEY: secrets().signing,
  APP_URL: baseUrl,
  POST_FOLDER: process.env.POST_FOLDER ?? join(local, 'post', database),
  BACKUP_FOLDER: process.env.BACKUP_FOLDER ?? join(local, 'backups', database),
  NEXT_TELEMETRY_DISABLED: '1',
});

/** What the served process is told: never the owner's address, by which what is append-only could be changed. */
export const forServing = ({ DATABASE_OWNER_URL: _url, DATABASE_APP_PASSWORD: _password, ...env }) => env;

export async function migrate(env) {
  if ((await script('migrate.ts', [], env)) !== 0)
    throw new Stop('The database could not be brought up to date (see above). Nothing else was changed.');
}

/** Migrates only when the migrations are not those that were run last on this database. */
export async function ensureMigrated(env, database) {
  const hash = hashOf(['src/server/migrations']);
  if (recall(`migrated-${database}`)?.hash === hash) return;
  await migrate(env);
  remember(`migrated-${database}`, { hash });
}

export async function ensureBuilt() {
  const hash = hashOf(sources);
  if (existsSync(join(root, '.next', 'BUILD_ID')) && recall('build')?.hash === hash) return;
  say('Building…');
  // What the development server noted of routes that are gone would fail the build's type check.
  for (const stale of ['.next/dev/types', '.next/types']) rmSync(join(root, stale), { recursive: true, force: true });
  const code = await show(process.execPath, [...endsWithUs, bin('next'), 'build'], {
    stdio: ['pipe', 'inherit', 'inherit'],
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
  });
  if (code !== 0) throw new Stop('The build failed (see above).');
  remember('build', { hash });
}

export { ensurePostgres };
