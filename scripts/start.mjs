// npm start: everything from a fresh machine to a served application, and a clean stop on Ctrl-C.
// npm start -- --empty: without the demo firm, on a database of its own, for a firm that begins.
// npm run dev: the same with the development server.
import { spawn } from 'node:child_process';
import { closeSync, existsSync, openSync, renameSync, statSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { ensureNodeModules } from './setup/packages.mjs';
import { Stop, local, locked, recall, root, say } from './setup/state.mjs';
import { freePort } from './setup/postgres.mjs';
import { startNoticeDesk, startPostOffice, startTester } from './setup/standins.mjs';
import { ensureBuilt, ensureMigrated, ensurePostgres, forServing, settings } from './setup/application.mjs';
import { backUpNightly } from './setup/nightly.mjs';
import { bin, endsWithUs, script } from './setup/run.mjs';

const development = process.argv.includes('--dev');
const empty = process.argv.includes('--empty');
const database = process.env.LEDGER_DATABASE ?? (empty ? 'orange_ledger_own' : 'orange_ledger');
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
let office;
let desk;
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
    if (!empty && !process.env.LEDGER_DATABASE && !recall('demo') && (await script('demo.ts', ['load'], env)) !== 0)
      throw new Stop('The demo firm could not be loaded (see above).');
    if (!development) await ensureBuilt();
    return { env, port, baseUrl };
  });
  if (!process.env.TESTER_URL) {
    tester = await startTester(baseUrl);
    env.TESTER_URL = tester.url;
  }
  if (!process.env.SMTP_URL) {
    office = await startPostOffice(env.POST_FOLDER);
    env.SMTP_URL = office.smtpUrl;
  }
  if (!process.env.NOTICE_URL) {
    desk = await startNoticeDesk();
    env.NOTICE_URL = desk.url;
  }
  if (stopping) throw new Stop('Stopped.');
  serve(env, port);
  watchDatabase();
  if (!development) backUpNightly(env.BACKUP_FOLDER, () => script('backup.ts', [], env));
  while (!(await answers(port))) {
    if (stopping) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  const demo = empty ? null : recall('demo');
  say(`\nOrange Ledger is at ${baseUrl}   (ready in ${((Date.now() - began) / 1000).toFixed(1)} s; Ctrl-C stops it)`);
  if (office) say(`  Letters it sends arrive at ${office.pageUrl}`);
  for (const person of demo?.people ?? [])
    say(`  ${person.roles.padEnd(24)} ${person.email.padEnd(32)} ${demo.password}`);
}

const watchMillis = 5_000;

/** Brings the database back where it has ended under us, as it does when its disk is full and there is nowhere to go on. */
function watchDatabase(was = 'runs') {
  setTimeout(() => {
    if (stopping) return;
    const is = postgres.revive();
    if (is === 'started') say('The database had ended; it is started again.');
    if (is === 'does not start' && was !== is)
      say('The database has ended and does not start; it is tried again. Is the disk full?');
    watchDatabase(is);
  }, watchMillis).unref();
}

const longestPauseMillis = 30_000;
const steadyMillis = 60_000;

const mostLogBytes = 20_000_000;

/** The application's log; a full one is put beside, in place of the one before it. */
function openLog() {
  const file = join(local, 'application.log');
  if (existsSync(file) && statSync(file).size > mostLogBytes) renameSync(file, `${file}.1`);
  return openSync(file, 'a', 0o600);
}

/** Serves, and serves again when the application dies: at once at first, with longer pauses while it keeps dying. */
function serve(env, port, deaths = 0) {
  const began = Date.now();
  const log = development ? 'inherit' : openLog();
  const command = development
    ? [bin('next'), 'dev', '-H', '127.0.0.1', '-p', String(port)]
    : [join(root, 'scripts', 'serve.mjs')];
  child = spawn(process.execPath, [...endsWithUs, ...command], {
    cwd: root,
    env: {
      ...forServing({ ...process.env, ...env }),
      HOST: '127.0.0.1',
      PORT: String(port),
      NODE_ENV: development ? 'development' : 'production',
    },
    stdio: ['pipe', log, development ? 'inherit' : log],
    detached: true,
  });
  if (!development) closeSync(log);
  child.on('exit', (code, signal) => {
    if (stopping) return void stop(0);
    const inARow = Date.now() - began > steadyMillis ? 1 : deaths + 1;
    const pause = Math.min(250 * 2 ** (inARow - 1), longestPauseMillis);
    say(
      `The application died (${signal ?? code}); it is started again in ${pause / 1000} s. Its log: .local/application.log`,
    );
    setTimeout(() => !stopping && serve(env, port, inARow), pause);
  });
}

/** Asked to stop, the application has 0.7 s for what is under way; then it is ended. */
async function stop(code) {
  stopping = true;
  if (child && child.exitCode === null && child.signalCode === null) {
    if (child.killed) return;
    child.kill('SIGTERM');
    setTimeout(() => endGroup(child.pid), 700).unref();
    return;
  }
  await tester?.stop();
  await office?.stop();
  await desk?.stop();
  try {
    postgres?.release();
  } catch (error) {
    say(error.message);
  }
  process.exit(code);
}

function endGroup(pid) {
  try {
    process.kill(-pid, 'SIGKILL');
  } catch {
    // It is gone already.
  }
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

main().catch((error) => {
  say(error instanceof Stop ? `\n${error.message}` : `\n${error.stack}`);
  stop(1);
});
