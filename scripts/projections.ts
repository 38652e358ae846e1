import { closeConnections, forFirm } from '../src/server/connection';
import { rebuildProjections } from '../src/server/projections/rebuild';
import pg from 'pg';

/** Drops every projection and makes it again from entries alone. */
async function main(): Promise<void> {
  const owner = new pg.Client({ connectionString: process.env.DATABASE_OWNER_URL });
  await owner.connect();
  const { rows } = await owner.query<{ id: string }>('select id from firm');
  await owner.end();
  let jobs = 0;
  for (const { id } of rows) jobs += await forFirm(id, (tx) => rebuildProjections(tx, id));
  await closeConnections();
  process.stdout.write(`Made every projection again from ${jobs} streams of ${rows.length} firms.\n`);
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
