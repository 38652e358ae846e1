// A served application on a database of its own, thrown away afterwards: for tests, pictures and figures.
import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { connect } from 'node:net';
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensurePostgres, forServing, migrate, settings } from './application.mjs';
import { freePort } from './postgres.mjs';
import { script } from './run.mjs';
import { Stop, local, root } from './state.mjs';
import { startNoticeDesk, startPostOffice, startTester } from './standins.mjs';

/** A migrated database of its own; `drop` removes it. */
export async function temporaryDatabase(purpose) {
  const postgres = await ensurePostgres();
  const database = `orange_ledger_${purpose}_${randomBytes(4).toString('hex')}`;
  const env = settings(postgres, database, 'http://127.0.0.1:1');
  await migrate(env);
  const drop = async () => {
    const { default: pg } = await import('pg');
    const server = new pg.Client({ connectionString: postgres.urls('postgres').owner });
    await server.connect();
    await server.query(`drop database if exists ${database} with (force)`);
    await server.end();
    postgres.release();
  };
  return { postgres, database, env, drop };
}

const answers = (port) =>
  new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1', () => resolve(socket.destroy() && true)).on('error', () =>
      resolve(false),
    );
  });

/**
 * Serves the built application with the demo loaded, under `appUrl` where something stands in front of it. `kill` and
 * `revive` are for tests of bad luck.
 */
export async function serveDemo(purpose, { appUrl, more = {} } = {}) {
  await ensureBuilt();
  const base = await temporaryDatabase(purpose);
  const port = await freePort();
  const baseUrl = `http://127.0.0.1:${port}`;
  const demoFile = join(local, `${base.database}.demo.json`);
  const tester = await startTester(baseUrl, { TESTER_SETTLE_MILLIS: '0', TESTER_SEED: '118' });
  const office = await startPostOffice(base.env.POST_FOLDER);
  const desk = await startNoticeDesk();
  const env = {
    ...base.env,
    SMTP_URL: office.smtpUrl,
    NOTICE_URL: desk.url,
    // Tests come from one address, and are many.
    STRANGERS_A_MINUTE: '100000',
    ...more,
    APP_URL: appUrl ?? baseUrl,
    DEMO_FILE: demoFile,
    TESTER_URL: tester.url,
  };
  if ((await script('demo.ts', ['load'], env)) !== 0) throw new Stop('The demo could not be loaded.');
  const serveAt = async (at, more = {}) => {
    const served = spawn(process.execPath, [join(root, 'scripts', 'serve.mjs')], {
      cwd: root,
      env: {
        ...forServing({ ...process.env, ...env }),
        ...more,
        HOST: '127.0.0.1',
        PORT: String(at),
        NODE_ENV: 'production',
      },
      stdio: ['ignore', 'ignore', 'inherit'],
      detached: true,
    });
    while (!(await answers(at))) {
      if (served.exitCode !== null) throw new Stop('The application did not start.');
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    return served;
  };
  let child;
  let second;
  const revive = async () => void (child = await serveAt(port));
  /** A second process on the same database, with settings of its own where given; answers its address. */
  const another = async (more) => {
    const at = await freePort();
    second?.kill('SIGTERM');
    second = await serveAt(at, more);
    return { baseUrl: `http://127.0.0.1:${at}`, pid: second.pid };
  };
  const kill = (signal = 'SIGKILL') =>
    new Promise((resolve) => {
      if (!child || child.exitCode !== null) return resolve();
      child.on('exit', resolve);
      process.kill(-child.pid, signal);
    });
  await revive();
  const demo = JSON.parse(readFileSync(demoFile, 'utf8'));
  return {
    baseUrl,
    env,
    demo,
    postgres: base.postgres,
    postPage: office.pageUrl,
    pid: () => child.pid,
    kill,
    revive,
    another,
    stop: async () => {
      second?.kill('SIGTERM');
      await kill('SIGTERM');
      await tester.stop();
      await office.stop();
      await desk.stop();
      rmSync(demoFile, { force: true });
      await base.drop();
    },
  };
}
