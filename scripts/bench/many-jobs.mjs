// Finding one of very many: search, pages of the list with twenty at once, and a long job, as the firm grows.
import { spawn } from 'node:child_process';
import { text } from 'node:stream/consumers';
import { join } from 'node:path';
import { root, say } from '../setup/state.mjs';
import { signedInCookie } from './load.mjs';

const at = (samples, share) => samples[Math.min(samples.length - 1, Math.floor(samples.length * share))];
const people = 20;
const rounds = 10;

/**
 * Milliseconds of a page from request to its last byte, by so many people at once: each looks at one for `pauseMillis`
 * before asking for the next, their first requests spread evenly; without a pause, as fast as it is answered.
 */
async function pages(app, Cookie, paths, many, pauseMillis = 0) {
  const samples = [];
  await Promise.all(
    Array.from({ length: many }, async (_, person) => {
      for (let round = -2; round < rounds; round += 1) {
        if (pauseMillis > 0) {
          const first = round === -2 ? (pauseMillis * person) / many : pauseMillis;
          await new Promise((resolve) => setTimeout(resolve, first));
        }
        const path = paths[Math.abs(person * rounds + round) % paths.length];
        const from = performance.now();
        const answer = await fetch(app.baseUrl + path, { headers: { Cookie } });
        await answer.text();
        if (answer.status !== 200) throw new Error(`${path} answered ${answer.status}`);
        if (round >= 0) samples.push(performance.now() - from);
      }
    }),
  );
  samples.sort((a, b) => a - b);
  return { median: at(samples, 0.5), p95: at(samples, 0.95), times: samples.length };
}

/** Fills the firm up and asks within the process that filled it; beside this one, which goes on hearing of its connections. */
async function fill(app, jobs) {
  const child = spawn(
    process.execPath,
    ['--conditions=react-server', '--import', 'tsx', join(root, 'scripts', 'bench', 'many-jobs.ts')],
    {
      cwd: root,
      env: { ...process.env, ...app.env, MANY_JOBS: String(jobs), LOAD_EMAIL: app.demo.people[0].email },
    },
  );
  const ended = new Promise((resolve) => child.on('exit', resolve));
  const [stdout, stderr, status] = await Promise.all([text(child.stdout), text(child.stderr), ended]);
  if (status !== 0) throw new Error(`The jobs could not be made: ${stderr}`);
  return { stdout, stderr };
}

/** One point of the curve. */
export async function manyJobs(app, jobs, largeJobId) {
  const filled = await fill(app, jobs);
  say(filled.stderr.trim());
  const figures = filled.stdout
    .trim()
    .split('\n')
    .map((said) => JSON.parse(said));
  const Cookie = await signedInCookie(app);
  const lists = ['/jobs', '/jobs?code=C2', '/jobs?from=2024-01-01&to=2024-12-31', '/jobs?status=open'];
  figures.push({
    what: `a page of the list as served, ${people} people asking again as soon as they are answered`,
    unit: 'ms',
    ...(await pages(app, Cookie, lists, people)),
  });
  figures.push({
    what: `a page of the list as served, ${people} people, each asking every two seconds`,
    unit: 'ms',
    ...(await pages(app, Cookie, lists, people, 2000)),
    aim: 'p95 ≤ 100',
  });
  figures.push({ what: 'the desk as served, one person', unit: 'ms', ...(await pages(app, Cookie, ['/'], 1)) });
  figures.push({
    what: 'a job of 1,500 entries opened, as served',
    unit: 'ms',
    ...(await pages(app, Cookie, [`/jobs/${largeJobId}`], 1)),
    aim: '≤ 300',
  });
  return { jobs, note: filled.stderr.trim().split('\n').at(-1), figures };
}
