// Many inspectors at once: each has a job of 300 entries with its stream of news open, and enters a reading every two seconds.
import { plainReading } from '../plain-reading.mjs';
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { root, say } from '../setup/state.mjs';
import { residentOf } from './memory.mjs';

const everyMillis = 2000;
const rounds = 15;
const curve = [20, 50, 100];

export const reading = (round) => ({
  id: randomUUID(),
  kind: 'reading.taken',
  version: 4,
  body: {
    slot: { on: { of: 'supply' }, test: 'ze' },
    value: { is: 'number', shown: `0.${10 + (round % 89)}` },
    ...plainReading,
  },
  madeAt: new Date().toISOString(),
  device: 'bench',
});

function makeJobs(app, count) {
  const made = spawnSync(
    process.execPath,
    ['--conditions=react-server', '--import', 'tsx', join(root, 'scripts', 'bench', 'load-jobs.ts')],
    {
      cwd: root,
      encoding: 'utf8',
      env: { ...process.env, ...app.env, LOAD_JOBS: String(count), LOAD_EMAIL: app.demo.people[0].email },
    },
  );
  if (made.status !== 0) throw new Error(`The jobs could not be made: ${made.stderr}`);
  return JSON.parse(made.stdout.trim().split('\n').at(-1));
}

const at = (samples, share) => samples[Math.min(samples.length - 1, Math.floor(samples.length * share))];

/** One point of the curve: times of every append, what went wrong, and how much memory the processes came to hold. */
async function measure(app, addresses, pids, jobs, Cookie) {
  const held = jobs.map(() => new AbortController());
  const addressOf = (index) => addresses[index % addresses.length];
  await Promise.all(
    jobs.map(async (job, index) => {
      const answer = await fetch(`${addressOf(index)}/api/jobs/${job}/stream`, {
        headers: { Cookie },
        signal: held[index].signal,
      });
      const reader = answer.body.getReader();
      await reader.read();
      (async () => {
        while (!(await reader.read()).done);
      })().catch(() => undefined);
    }),
  );
  const memory = () => pids.reduce((sum, pid) => sum + residentOf(pid), 0);
  const before = memory();
  const times = [];
  let errors = 0;
  await Promise.all(
    jobs.map(async (job, index) => {
      const start = (everyMillis * index) / jobs.length;
      for (let round = 0; round < rounds; round += 1) {
        const due = began + start + round * everyMillis;
        await new Promise((resolve) => setTimeout(resolve, Math.max(0, due - performance.now())));
        const from = performance.now();
        const answer = await fetch(`${addressOf(index)}/api/jobs/${job}/entries`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json', Origin: app.baseUrl, Cookie },
          body: JSON.stringify({ entries: [reading(round)] }),
        }).catch(() => null);
        const results = answer?.ok ? (await answer.json()).results : null;
        if (results?.[0]?.accepted) times.push(performance.now() - from);
        else errors += 1;
      }
    }),
  );
  for (const each of held) each.abort();
  times.sort((a, b) => a - b);
  return { p50: at(times, 0.5), p95: at(times, 0.95), most: times.at(-1), errors, before, after: memory() };
}
let began = 0;

/** The cookie of the demo's first person, signed in. */
export async function signedInCookie(app) {
  const signedIn = await fetch(`${app.baseUrl}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: app.baseUrl },
    body: JSON.stringify({ email: app.demo.people[0].email, password: app.demo.password }),
  });
  return signedIn.headers
    .getSetCookie()
    .map((each) => each.split(';')[0])
    .join('; ');
}

/** The curve for one process and for two, as rows of a table. */
export async function loadCurve(app) {
  const Cookie = await signedInCookie(app);
  const jobs = makeJobs(app, Math.max(...curve));
  const rows = [];
  const addresses = [app.baseUrl];
  const pids = [app.pid()];
  for (const processes of [1, 2]) {
    if (processes === 2) {
      const second = await app.another();
      addresses.push(second.baseUrl);
      pids.push(second.pid);
    }
    // Warm: every job's fold is made once, as when its page was opened.
    began = performance.now();
    await measure(app, addresses, pids, jobs.slice(0, 10), Cookie);
    for (const inspectors of curve) {
      began = performance.now();
      const found = await measure(app, addresses, pids, jobs.slice(0, inspectors), Cookie);
      rows.push({ processes, inspectors, ...found });
      say(
        `${inspectors} inspectors, ${processes} process${processes === 1 ? '' : 'es'}: p95 ${found.p95.toFixed(0)} ms`,
      );
    }
  }
  return rows;
}
