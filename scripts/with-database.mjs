// Runs one of our TypeScript commands against this checkout's database: node scripts/with-database.mjs FILE [args]
import { ensureNodeModules } from './setup/packages.mjs';
import { Stop, locked, recall, say } from './setup/state.mjs';
import { ensurePostgres, migrate, settings } from './setup/application.mjs';
import { script } from './setup/run.mjs';

const [file, ...args] = process.argv.slice(2);
let code = 1;
let postgres;
try {
  await locked(async () => {
    await ensureNodeModules();
    postgres = await ensurePostgres();
  });
  const env = settings(
    postgres,
    process.env.LEDGER_DATABASE ?? 'orange_ledger',
    recall('address')?.baseUrl ?? 'http://127.0.0.1:3000',
  );
  if (file !== 'migrate.ts') await migrate(env);
  code = await script(file, args, env);
} catch (error) {
  say(error instanceof Stop ? error.message : error.stack);
} finally {
  postgres?.release();
}
process.exit(code);
