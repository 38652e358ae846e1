// npm start: everything from a fresh machine to a served application, and a clean stop on Ctrl-C.
// npm start -- --empty: without the demo firm, on a database of its own, for a firm that begins.
// npm run dev: the same with the development server.
import { spawn } from 'node:child_process';
import { connect } from 'node:net';
import { ensureNodeModules } from './setup/packages.mjs';
import { Stop, locked, recall, root, say } from './setup/state.mjs';
import { freePort } from './setup/postgres.mjs';
import { startTester } from './setup/tester.mjs';
import { ensureBuilt, ensureMigrated, ensurePostgres, settings } from './setup/application.mjs';
import { bin, script } from './setup/run.mjs';

const development = process.argv.includes('--dev');
const empty = process.argv.includes('--empty');
const database = empty ? 'orange_ledger_own' : 'orange_ledger';
let postgres;

async function choosePort() {
  if (process.env.PORT) {
    const port = await freePort(Number(process.env.PORT));
    if (!port) throw new Stop(`Port ${process.env.PORT} is taken. Free it, or choose another: PORT=3100 npm start`);
    return port;
  }
  for (let port = 3000; port < 3020; port += 1) if (await freePort(port)) return port;
  throw new Stop('Ports 3000 to 3019 are all taken. Choose one: PORT=4000 npm start');
}

const answers = (port) =>
  new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1', () => resolve(socket.destroy() && true)).on('error', () =>
      resolve(false),
    );
  });

let child;
let tester;
let stopping = false;

async function main() {
  const began = Date.now();
  const { env, port, baseUrl } = await locked(async () => {
    await ensureNodeModules();
    postgres = await ensurePostgres();
    if (stopping) throw new Stop('Stopped.');
    const port = await choosePort();
    const baseUrl = process.env.APP_URL ?? `http://127.0.0.1:${port}`;
    const env = settings(postgres, database, baseUrl);
    await ensureMigrated(env, database);
    if (!empty && !recall('demo') && (await script('demo.ts', ['load'], env)) !== 0)
      throw new Stop('The demo firm could not be loaded (see above).');
    if (!development) await ensureBuilt();
    return { env, port, baseUrl };
  });
  if (!process.env.TESTER_URL) {
    tester = await startTester(baseUrl);
    env.TESTER_URL = tester.url;
  }
  if (stopping) throw new Stop('Stopped.');
  child = spawn(bin('next'), [development ? 'dev' : 'start', '-H', '127.0.0.1', '-p', String(port)], {
    cwd: root,
    env: { ...process.env, ...env, NODE_ENV: development ? 'development' : 'production' },
    stdio: ['ignore', development ? 'inherit' : 'ignore', 'inherit'],
    detached: true,
  });
  child.on('exit', (code) => stop(stopping ? 0 : (code ?? 1)));
  while (!(await answers(port))) {
    if (stopping) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  const demo = empty ? null : recall('demo');
  say(`\nOrange Ledger is at ${baseUrl}   (ready in ${((Date.now() - began) / 1000).toFixed(1)} s; Ctrl-C stops it)`);
  for (const person of demo?.people ?? [])
    say(`  ${person.roles.padEnd(24)} ${person.email.padEnd(32)} ${demo.password}`);
}

async function stop(code) {
  if (child?.exitCode === null && !child.killed) {
    stopping = true;
    child.kill('SIGTERM');
    return;
  }
  await tester?.stop();
  try {
    postgres?.release();
  } catch (error) {
    say(error.message);
  }
  process.exit(code);
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => ((stopping = true), stop(0)));

main().catch((error) => {
  say(error instanceof Stop ? `\n${error.message}` : `\n${error.stack}`);
  stop(1);
});
