import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { join } from 'node:path';
import pg from 'pg';
import PgBoss from 'pg-boss';
import { queues } from '../src/server/queues';

/** Makes the database and the application's role where they are missing, then runs every migration, one process at a time. */
async function main(): Promise<void> {
  const ownerUrl = process.env.DATABASE_OWNER_URL;
  const password = process.env.DATABASE_APP_PASSWORD;
  if (!ownerUrl || !password)
    throw new Error('DATABASE_OWNER_URL and DATABASE_APP_PASSWORD are needed: run npm run db:migrate');
  const database = new URL(ownerUrl).pathname.slice(1);
  const server = new pg.Client({ connectionString: ownerUrl.replace(/\/[^/]*$/, '/postgres') });
  await server.connect();
  await server.query('select pg_advisory_lock(767101)');
  const { rowCount } = await server.query('select 1 from pg_database where datname = $1', [database]);
  if (!rowCount) await server.query(`create database ${pg.escapeIdentifier(database)}`);
  const { rowCount: hasRole } = await server.query("select 1 from pg_roles where rolname = 'ledger_app'");
  await server.query(`${hasRole ? 'alter' : 'create'} role ledger_app login password ${pg.escapeLiteral(password)}`);

  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  await migrate(drizzle(owner), { migrationsFolder: join(import.meta.dirname, '..', 'src', 'server', 'migrations') });
  await makeQueue(ownerUrl);
  await owner.query(
    `grant usage on schema pgboss to ledger_app;
     grant select, insert, update, delete on all tables in schema pgboss to ledger_app;
     grant execute on all functions in schema pgboss to ledger_app`,
  );
  await owner.end();
  await server.end();
}

/** The tables and the queues that letters wait in: made by the owner, for the application may only use them. */
async function makeQueue(connectionString: string): Promise<void> {
  const boss = new PgBoss({ connectionString, supervise: false, schedule: false, max: 2 });
  boss.on('error', () => undefined);
  await boss.start();
  for (const queue of queues) await boss.createQueue(queue.name, queue);
  await boss.stop({ graceful: false });
}

/** What the database itself said, beneath what ran into it. */
function reasonOf(error: unknown): string {
  const said: string[] = [];
  for (let at: unknown = error; at instanceof Error; at = at.cause) {
    const { detail, hint } = at as { detail?: string; hint?: string };
    said.push([at.message, detail, hint].filter(Boolean).join('. '));
  }
  return said.reverse().join('\n') || String(error);
}

main().catch((error: unknown) => {
  process.stderr.write(`A migration failed; none of it stands. The database says:\n${reasonOf(error)}\n`);
  process.exit(1);
});
