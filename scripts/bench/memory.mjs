// Whether a server that is used hard grows: its memory before and after many appends and many lines opened and closed.
import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';

/** Resident memory of a process and all it started, in MB. */
export function residentOf(pid) {
  const rows = execFileSync('ps', ['-eo', 'pid=,ppid=,rss='], { encoding: 'utf8' })
    .trim()
    .split('\n')
    .map((row) => row.trim().split(/\s+/).map(Number));
  const sum = (parent) =>
    rows
      .filter(([, of]) => of === parent)
      .reduce((total, [id]) => total + sum(id), rows.find(([id]) => id === parent)?.[2] ?? 0);
  return sum(pid) / 1024;
}

export async function memoryFigure(app) {
  const signedIn = await fetch(`${app.baseUrl}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: app.baseUrl },
    body: JSON.stringify({ email: app.demo.people[0].email, password: app.demo.password }),
  });
  const Cookie = signedIn.headers
    .getSetCookie()
    .map((each) => each.split(';')[0])
    .join('; ');
  const home = await (await fetch(app.baseUrl, { headers: { Cookie } })).text();
  const job = /\/jobs\/[0-9a-f-]{36}/.exec(home)?.[0];
  const append = async () => {
    const entries = Array.from({ length: 50 }, (_, i) => ({
      id: randomUUID(),
      kind: 'brief.agreed',
      version: 1,
      body: { estimatedAgeYears: i },
      madeAt: new Date().toISOString(),
      device: 'bench',
    }));
    const answer = await fetch(`${app.baseUrl}/api${job}/entries`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: app.baseUrl, Cookie },
      body: JSON.stringify({ entries }),
    });
    const { results } = await answer.json();
    if (!results?.every(({ accepted }) => accepted)) throw new Error(`Not appended: ${JSON.stringify(results?.[0])}`);
  };
  const lines = async () => {
    const held = await Promise.all(
      Array.from({ length: 50 }, async () => {
        const stop = new AbortController();
        const answer = await fetch(`${app.baseUrl}/api${job}/stream`, { headers: { Cookie }, signal: stop.signal });
        await answer.body.getReader().read();
        return stop;
      }),
    );
    for (const stop of held) stop.abort();
  };
  const settle = () => new Promise((resolve) => setTimeout(resolve, 5000));
  // Warm first: what a server needs once is no growth.
  for (let round = 0; round < 20; round += 1) await append();
  await lines();
  await settle();
  const before = residentOf(app.pid());
  for (let round = 0; round < 200; round += 1) {
    await append();
    if (round % 50 === 49) await lines();
  }
  await settle();
  const grown = residentOf(app.pid()) / before;
  return {
    what: `memory after 10,000 appends and 200 lines, against before (${before.toFixed(0)} MB)`,
    unit: 'times',
    median: grown,
    p95: grown,
    times: 1,
    aim: 'at most 1.3',
  };
}
