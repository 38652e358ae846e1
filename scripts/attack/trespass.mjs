import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { signedInCookie } from '../bench/load.mjs';
import { root } from '../setup/state.mjs';
import { askRaw } from './raw.mjs';
import { routes } from './routes.mjs';

/** Somebody of another firm, signed in. */
async function outsider(app) {
  const how = ['--conditions=react-server', '--import', 'tsx', join(root, 'scripts', 'firm.ts')];
  const who = ['--firm', 'Another firm', '--name', 'O. Ther', '--email', 'other@another.example'];
  const made = spawnSync(process.execPath, [...how, ...who], { env: { ...process.env, ...app.env }, encoding: 'utf8' });
  const password = made.stdout.trim().split(' ').at(-1);
  return signedInCookie({ ...app, demo: { password, people: [{ email: 'other@another.example' }] } });
}

/** Every route and page with the ids of one firm, asked for by strangers and by another firm: nothing of it is answered. */
export async function trespass({ app }) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: app.env.DATABASE_OWNER_URL });
  await client.connect();
  const ids = async (sql) => (await client.query(sql)).rows.map(({ id }) => id);
  const first = {
    jobId: await ids('select job_id as id from job_summary'),
    documentId: await ids('select id from document'),
    observationId: await ids("select body->>'observationId' as id from entry where kind = 'observation.noted' limit 5"),
    installationId: await ids("select body->>'installationId' as id from entry where kind = 'installation.added'"),
    clientId: await ids("select body->>'clientId' as id from entry where kind = 'client.added'"),
    instrumentId: await ids("select body->>'instrumentId' as id from entry where kind = 'instrument.added'"),
    sha256: await ids('select sha256 as id from picture'),
  };
  await client.end();
  const other = await outsider(app);
  const failed = [];
  let tried = 0;
  for (const { pattern, methods } of routes()) {
    const named = [...pattern.matchAll(/\[(\w+)\]/g)].map(([, name]) => name).filter((name) => first[name]);
    if (named.length === 0) continue;
    for (let at = 0; at < Math.max(...named.map((name) => first[name].length)); at += 1) {
      const path = pattern.replaceAll(
        /\[(\w+)\]/g,
        (_, name) => first[name]?.[at % first[name].length] ?? '0'.repeat(32),
      );
      for (const method of methods)
        for (const [who, Cookie] of [
          ['a stranger', ''],
          ['another firm', other],
        ]) {
          const headers = { Origin: app.baseUrl, 'Content-Type': 'application/json', ...(Cookie && { Cookie }) };
          const status = await askRaw(app.baseUrl, { method, path, headers, body: method === 'POST' ? '{}' : '' });
          tried += 1;
          if (![401, 403, 404, 307, 400, 422].includes(status)) failed.push({ who, method, path, status });
        }
    }
  }
  return { what: 'asked for what is another firm’s', tried, failed };
}
