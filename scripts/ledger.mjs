// npm run -s ledger -- <verb> [--lines] [file|-]. Nothing but JSON on standard output; exit 0 fine, 1 findings, 2 unusable input.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { root } from './setup/state.mjs';

if (!existsSync(join(root, 'node_modules', 'tsx'))) {
  const installed = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', 2, 2],
  });
  if (installed.status !== 0) process.exit(2);
}
const from = process.env.INIT_CWD ?? process.cwd();
const args = process.argv
  .slice(2)
  .map((arg, index) => (index === 0 || arg === '-' || arg.startsWith('--') ? arg : resolve(from, arg)));
// What a job or a firm is called is no file.
const named = process.argv[4] ? [process.argv[4]] : [];
const command = ['export', 'import'].includes(args[0])
  ? [join(root, 'scripts', 'with-database.mjs'), join('copy', 'copy.ts'), ...args.slice(0, 2), ...named]
  : ['--conditions=react-server', '--import', 'tsx', join(root, 'scripts', 'ledger', 'ledger.ts'), ...args];
const run = spawnSync(process.execPath, command, { cwd: root, stdio: 'inherit' });
process.exit(run.status ?? 2);
