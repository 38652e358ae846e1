import { existsSync } from 'node:fs';
import pg from 'pg';
import { closeConnections } from '../../src/server/connection';
import { exportFirm, importFirm } from './firm-copy';
import { exportJobTo, importJob } from './job-copy';

const usage = `npm run -s ledger -- export FILE.zip JOB, or export FILE [FIRM]; import FILE.zip [FIRM], or import FILE`;
const isJob = (file: string): boolean => file.toLowerCase().endsWith('.zip');

/** A job (a zip) or a whole firm (rows, one a line) out of this database, or into it: all of it or nothing. */
async function main([verb, file, named]: string[]): Promise<void> {
  if ((verb !== 'export' && verb !== 'import') || !file || (verb === 'export' && isJob(file) && !named))
    throw new Error(usage);
  if (verb === 'import' && !existsSync(file)) throw new Error(`There is no ${file}.`);
  const client = new pg.Client({ connectionString: process.env.DATABASE_OWNER_URL });
  await client.connect();
  try {
    const work = verb === 'export' ? (isJob(file) ? exportJobTo : exportFirm) : isJob(file) ? importJob : importFirm;
    process.stdout.write(`${JSON.stringify(await work(client, file, named), null, 2)}\n`);
  } finally {
    await client.end();
    await closeConnections();
  }
}

main(process.argv.slice(2)).catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
