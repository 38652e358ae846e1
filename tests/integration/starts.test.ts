import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, beforeAll, expect, it, vi } from 'vitest';

/** A checkout of its own, built as this one is, that has never been started. */
const original = resolve('.');
const folder = mkdtempSync(join(tmpdir(), 'orange-ledger-starts-'));
const root = join(folder, 'checkout');
const local = (name: string) => join(root, '.local', name);
const copy = (from: string, to: string, ...how: string[]) =>
  expect(spawnSync('cp', ['-a', ...how, from, to]).status).toBe(0);
const asBuilt = () => {
  rmSync(join(root, '.next'), { recursive: true, force: true });
  copy(join(original, '.next'), root);
  copy(join(original, '.local/build.json'), local('build.json'));
};

interface Start {
  process: ChildProcess;
  said: () => string;
}

function start(): Start {
  const env = { PATH: process.env.PATH, HOME: process.env.HOME, NODE_ENV: 'production' } as const;
  const child = spawn(process.execPath, ['scripts/start.mjs'], { cwd: root, env, stdio: ['ignore', 'pipe', 'pipe'] });
  let text = '';
  for (const out of [child.stdout, child.stderr])
    out.setEncoding('utf8').on('data', (more: string) => void (text += more));
  return { process: child, said: () => text };
}

/** What each step of a start leaves or says once it is reached. */
const steps: [name: string, reached: (said: string) => boolean][] = [
  ['the secrets are made', () => existsSync(local('secrets.json'))],
  ['the cluster is being made', (said) => said.includes('Making a database cluster')],
  ['the cluster is made', () => existsSync(local('cluster.json'))],
  ['the database server starts', () => existsSync(local('postgres.json'))],
  ['the tables are made', () => existsSync(local('migrated-orange_ledger.json'))],
  ['the demo begins to load', () => existsSync(local('demo.json.loading'))],
  ['the demo is loaded', () => existsSync(local('demo.json'))],
  ['it is built', (said) => said.includes('Building…')],
  ['it is built again', (said) => said.includes('Building…')],
  ['it serves', (said) => said.includes('Orange Ledger is at')],
];

const kill = async (run: Start) => {
  const over = once(run.process, 'exit');
  run.process.kill('SIGKILL');
  await over;
};
const reach = (run: Start, what: string, reached: (said: string) => boolean) =>
  vi.waitFor(
    () => {
      if (!reached(run.said())) throw new Error(`Not yet ${what} (ended: ${run.process.exitCode}): ${run.said()}`);
    },
    { timeout: 150_000, interval: 10 },
  );

beforeAll(() => {
  mkdirSync(root);
  for (const name of readdirSync(original).filter(
    (each) => !['node_modules', '.next', '.local', '.git'].includes(each),
  ))
    copy(join(original, name), root);
  copy(join(original, 'node_modules'), root, '-l');
  mkdirSync(join(root, '.local'));
  copy(join(original, '.local/node-modules.json'), local('node-modules.json'));
  asBuilt();
}, 120_000);

let last: Start | undefined;
afterAll(async () => {
  if (last && last.process.exitCode === null) await kill(last);
  const data = existsSync(local('cluster.json'))
    ? (JSON.parse(readFileSync(local('cluster.json'), 'utf8')) as { data: string }).data
    : null;
  if (data) {
    // Whatever still serves the cluster ends when its folder is gone; the folder is this test's alone.
    spawnSync('sh', ['-c', `kill -9 $(head -1 ${data}/postmaster.pid) 2>/dev/null; rm -rf ${data}*`]);
  }
  rmSync(folder, { recursive: true, force: true });
}, 60_000);

it('npm start, killed at every step, goes on where it stood, and ends with everything there', async () => {
  let port: string | undefined;
  for (const [name, reached] of steps) {
    if (name === 'it is built') rmSync(local('build.json'));
    last = start();
    await reach(last, name, reached);
    await kill(last);
    // What it had begun to build is not waited for here: the built application is put back.
    if (name === 'it is built again') asBuilt();
    port = /is at http:\/\/127\.0\.0\.1:(\d+)/.exec(last.said())?.[1];
  }

  // The application that was served is gone with the start that served it: its port is free again.
  const isFree = () =>
    fetch(`http://127.0.0.1:${port}/health`).then(
      () => false,
      () => true,
    );
  await vi.waitUntil(isFree, { timeout: 20_000 });
  last = start();
  await reach(last, 'it serves', (said) => /inspector,.*@/.test(said));
  expect(last.said()).not.toMatch(/failed|could not|Waiting for another/);
  const { people, password } = JSON.parse(readFileSync(local('demo.json'), 'utf8')) as {
    people: { email: string }[];
    password: string;
  };
  const baseUrl = /is at (\S+)/.exec(last.said())?.[1] ?? '';
  const answer = await fetch(`${baseUrl}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: baseUrl },
    body: JSON.stringify({ email: people[0]?.email, password }),
  });
  expect(answer.status).toBe(200);
  const Cookie = answer.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ');
  const desk = await (await fetch(`${baseUrl}/`, { headers: { Cookie } })).text();
  expect(new Set(desk.match(/\/jobs\/[0-9a-f-]{36}/g)).size).toBeGreaterThanOrEqual(5);

  const over = once(last.process, 'exit');
  last.process.kill('SIGTERM');
  expect(await over).toEqual([0, null]);
}, 900_000);
