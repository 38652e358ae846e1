// Strangers on twenty connections ask for open pages as fast as they are answered, while an inspector enters a reading every tenth of a second.
import { Agent, request } from 'node:http';
import { reading, signedInCookie } from './load.mjs';

const connections = 20;
const paths = ['/practice', '/sign-in', '/api/schema', '/begin'];
const everyMillis = 100;
const seconds = 20;

const at = (samples, share) => samples[Math.min(samples.length - 1, Math.floor(samples.length * share))];

/** One answer over a connection of its own kind; its status, or 0 where none came. */
const ask = (baseUrl, agent, { path, method = 'GET', headers = {}, body }) =>
  new Promise((resolve) => {
    const asked = request(`${baseUrl}${path}`, { agent, method, headers }, (answer) => {
      answer
        .resume()
        .on('end', () => resolve(answer.statusCode))
        .on('error', () => resolve(0));
    });
    asked.on('error', () => resolve(0));
    asked.end(body);
  });

/** The times of appends, one every tenth of a second whatever became of the one before. */
async function appends(app, job, Cookie, millis) {
  const agent = new Agent({ keepAlive: true });
  const times = [];
  let refused = 0;
  const all = [];
  for (let round = 0; round < millis / everyMillis; round += 1) {
    const from = performance.now();
    const body = JSON.stringify({ entries: [reading(round)] });
    const headers = { 'Content-Type': 'application/json', Origin: app.appUrl ?? app.baseUrl, Cookie };
    all.push(
      ask(app.baseUrl, agent, { path: `/api/jobs/${job}/entries`, method: 'POST', headers, body }).then((status) => {
        if (status === 200) times.push(performance.now() - from);
        else refused += 1;
      }),
    );
    await new Promise((resolve) => setTimeout(resolve, everyMillis));
  }
  await Promise.all(all);
  agent.destroy();
  times.sort((a, b) => a - b);
  return { p50: at(times, 0.5), p95: at(times, 0.95), most: times.at(-1), refused };
}

/** Appends alone, and beside the flood: from one address, or from as many as there are connections. */
export async function floodFigures(app) {
  const Cookie = await signedInCookie({ ...app, baseUrl: app.appUrl ?? app.baseUrl });
  const { default: pg } = await import('pg');
  const owner = new pg.Client({ connectionString: app.env.DATABASE_OWNER_URL });
  await owner.connect();
  const found = await owner.query("select job_id from job_summary where status = 'under way' order by job_id limit 1");
  await owner.end();
  const job = found.rows[0].job_id;
  await appends(app, job, Cookie, 3000);
  const alone = await appends(app, job, Cookie, 6000);
  const rows = [{ strangers: 'none', ...alone, answered: 0, turnedAway: 0 }];
  for (const from of ['one address', 'twenty addresses']) {
    let over = false;
    const counts = { answered: 0, turnedAway: 0 };
    const flood = Array.from({ length: connections }, async (_, index) => {
      const agent = new Agent({ keepAlive: true, maxSockets: 1 });
      const headers = from === 'one address' ? {} : { 'X-Forwarded-For': `192.0.2.${index + 1}` };
      for (let round = index; !over; round += 1) {
        const status = await ask(app.baseUrl, agent, { path: paths[round % paths.length], headers });
        counts[status === 429 || status === 503 ? 'turnedAway' : 'answered'] += 1;
      }
      agent.destroy();
    });
    await new Promise((resolve) => setTimeout(resolve, 1000));
    const beside = await appends(app, job, Cookie, seconds * 1000);
    over = true;
    await Promise.all(flood);
    rows.push({ strangers: from, ...beside, ...counts });
  }
  return rows;
}
