import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { v7 } from 'uuid';
import type { Worker } from 'node:worker_threads';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { cottage, rentedHouse } from '../../scripts/demo/dwellings';
import { mutations } from '../../scripts/bench/mutations';
import { freePort } from '../../scripts/setup/postgres.mjs';
import { type Served, serveDemo } from '../../scripts/setup/serve.mjs';
import { closeConnections } from '../../src/server/connection';
import { endPrinting, NotPrinted, print } from '../../src/server/printing';
import { printedModel } from '../../src/core/certificates/printed-model';
import { asOwner, tamper } from '../support/database';
import { eventually } from '../support/eventually';

let app: Served;
let metricsPort: number;
let cookie: string;
let jobs: { job_id: string; status: string }[];
let token: string;

const at = (job: string) => `${app.baseUrl}/api/jobs/${job}/entries`;
const post = (job: string, entries: unknown[], headers: Record<string, string> = { Origin: app.baseUrl }) =>
  fetch(at(job), {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Cookie: cookie, ...headers },
    body: JSON.stringify({ entries }),
  });
type Result = { id: string; accepted: boolean; reason?: string };
const resultsOf = async (answer: Response) => ((await answer.json()) as { results: Result[] }).results;
const ledger = <Row extends pg.QueryResultRow>(sql: string, values: unknown[] = []) =>
  asOwner((client) => client.query<Row>(sql, values), app.env.DATABASE_OWNER_URL);
const brief = (body: object, more: object = {}) => ({
  id: v7(),
  kind: 'brief.agreed',
  version: 1,
  body,
  madeAt: new Date().toISOString(),
  device: 'test',
  ...more,
});

async function signIn(email: string): Promise<string> {
  const answer = await fetch(`${app.baseUrl}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: app.baseUrl },
    body: JSON.stringify({ email, password: app.demo.password }),
  });
  expect(answer.status).toBe(200);
  return answer.headers
    .getSetCookie()
    .map((each) => each.split(';')[0])
    .join('; ');
}

beforeAll(async () => {
  metricsPort = (await freePort()) ?? 0;
  app = await serveDemo('attacked', { more: { METRICS_PORT: String(metricsPort) } });
  cookie = await signIn(app.demo.people[0]?.email ?? '');
  jobs = (await ledger<{ job_id: string; status: string }>('select job_id, status from job_summary')).rows;
  token = (await ledger<{ verification_token: string }>('select verification_token from document')).rows[0]
    ?.verification_token as string;
}, 180_000);
afterAll(async () => {
  await app?.stop();
  await endPrinting();
  await closeConnections();
});
const jobThatIs = (status: string) => jobs.find((job) => job.status === status)?.job_id ?? '';

describe('a request from elsewhere', () => {
  it.each([
    ['another site', { Origin: 'https://elsewhere.example' }],
    ['another port', { Origin: 'http://127.0.0.1:9' }],
    ['a browser that says it crosses sites', { 'Sec-Fetch-Site': 'cross-site' }],
    ['a sister site', { 'Sec-Fetch-Site': 'same-site' }],
    ['nowhere', {}],
  ])('%s records nothing', async (_, headers) => {
    const entry = brief({ estimatedAgeYears: 30 });
    expect((await post(jobThatIs('under way'), [entry], headers as Record<string, string>)).status).toBe(403);
    expect((await ledger('select 1 from entry where id = $1', [entry.id])).rowCount).toBe(0);
  });
});

describe('a hostile clock', () => {
  const hour = 3_600_000;
  it.each([
    ['25 hours ahead', () => Date.now() + 25 * hour, /more than a day ahead/],
    ['the year 2999', () => Date.parse('2999-01-01'), /more than a day ahead/],
    ['two days before the job was opened', () => Date.now() - 51 * hour, /before the job was opened/],
    ['1999', () => Date.parse('1999-01-01'), /before the job was opened/],
  ])('%s is refused', async (_, when, words) => {
    const entry = brief({ estimatedAgeYears: 30 }, { madeAt: new Date(when()).toISOString() });
    const [result] = await resultsOf(await post(jobThatIs('under way'), [entry]));
    expect(result).toMatchObject({ accepted: false, reason: expect.stringMatching(words) });
  });

  it('an hour ahead is believed', async () => {
    const entry = brief({ estimatedAgeYears: 30 }, { madeAt: new Date(Date.now() + hour).toISOString() });
    expect(await resultsOf(await post(jobThatIs('under way'), [entry]))).toMatchObject([{ accepted: true }]);
  });
});

describe('poison', () => {
  const shapes: [string, unknown][] = [
    ['a lone surrogate', brief({ previousReport: 'a\ud800' })],
    ['a lone surrogate in the device', brief({ previousReport: 'a' }, { device: '\udfff' })],
    ['NUL', brief({ previousReport: 'a\0b' })],
    ['the year 0000', brief({ inspectedFrom: '0000-01-01' })],
    ['made in the year 0000', brief({ previousReport: 'a' }, { madeAt: '0000-01-01T00:00:00Z' })],
    ['thirty digits', brief({ estimatedAgeYears: 123456789012345678901234567890 })],
    ['a tiny figure', brief({ estimatedAgeYears: 1e-7 })],
    ['a deep one', brief({ previousReport: JSON.parse(`${'['.repeat(500)}${']'.repeat(500)}`) })],
    ['900 kB of name', brief({ previousReport: 'x'.repeat(900_000) })],
    ['a body that is none', brief([] as unknown as object)],
  ];

  it.each(shapes)('%s is refused alone: what comes before and after is taken', async (_, sick) => {
    const [before, after] = [brief({ estimatedAgeYears: 31 }), brief({ estimatedAgeYears: 32 })];
    const answer = await post(jobThatIs('under way'), [before, sick, after]);
    expect(answer.status).toBe(200);
    const results = await resultsOf(answer);
    const of = (id: string) => results.find((result) => result.id === id);
    expect([of(before.id)?.accepted, of(after.id)?.accepted]).toEqual([true, true]);
    expect(of((sick as { id: string }).id)).toMatchObject({ accepted: false, reason: expect.stringMatching(/.{10}/) });
  });

  it('an id in capitals is the same id, answered for as it was sent', async () => {
    const entry = brief({ estimatedAgeYears: 33 });
    const capitals = { ...entry, id: entry.id.toUpperCase() };
    expect(await resultsOf(await post(jobThatIs('under way'), [capitals]))).toMatchObject([
      { id: capitals.id, accepted: true },
    ]);
    const again = await resultsOf(await post(jobThatIs('under way'), [entry]));
    expect(again).toMatchObject([{ id: entry.id, accepted: true }]);
    expect((await ledger('select 1 from entry where id = $1', [entry.id])).rowCount).toBe(1);
  });

  it('every kind of entry, mutated 600 times with what broke it once, is taken or refused and breaks nothing', async () => {
    const instruments = [{ id: v7(), name: 'T', serial: 'S', calibratedOn: '2026-01-01' }];
    const templates = [...rentedHouse(new Date(), instruments).drafts, ...cottage(new Date(), instruments).drafts];
    const sound = templates.filter(({ kind }) => kind !== 'job.opened').slice(0, 180);
    await post(jobThatIs('to do'), sound);
    const { mutated, random } = mutations(20261126);
    const counts = { taken: 0, refused: 0 };
    for (let round = 0; round < 30; round += 1) {
      const entries = Array.from({ length: 20 }, () => {
        const { kind, version, body } = templates[random(templates.length)] as (typeof templates)[number];
        return brief(mutated(body) as object, { kind, version });
      });
      const answer = await post(jobThatIs('to do'), entries);
      expect(answer.status, JSON.stringify(entries)).toBe(200);
      for (const { accepted, reason } of await resultsOf(answer)) {
        counts[accepted ? 'taken' : 'refused'] += 1;
        if (!accepted) expect(reason).toMatch(/.{8}/);
        expect(reason ?? '').not.toContain('could not be saved');
      }
    }
    expect(counts.taken + counts.refused).toBe(600);
    expect(Math.min(counts.taken, counts.refused)).toBeGreaterThan(20);
    // What was taken is read, shown and printed.
    expect((await fetch(at(jobThatIs('to do')), { headers: { Cookie: cookie } })).status).toBe(200);
    expect((await fetch(`${app.baseUrl}/jobs/${jobThatIs('to do')}`, { headers: { Cookie: cookie } })).status).toBe(
      200,
    );
    const draft = await fetch(`${app.baseUrl}/api/jobs/${jobThatIs('to do')}/draft`, { headers: { Cookie: cookie } });
    expect([draft.status, draft.headers.get('Content-Type')]).toEqual([200, 'application/pdf']);
  }, 180_000);
});

describe('a release that is being rolled out beside this one', () => {
  it('is waited for where its entries are newer, and nothing is refused', async () => {
    const newer = brief({ estimatedAgeYears: 34 }, { version: 4 });
    const answer = await post(jobThatIs('under way'), [brief({ estimatedAgeYears: 35 }), newer]);
    expect([answer.status, answer.headers.get('Retry-After')]).toEqual([503, '2']);
    // What claims to be of a far future is nobody's release.
    const [odd] = await resultsOf(await post(jobThatIs('under way'), [{ ...newer, version: 99 }]));
    expect(odd).toMatchObject({ accepted: false });
  });

  it('may have recorded in a job: this one waits for its successor, and reads nothing as something else', async () => {
    const [job, entry] = [jobThatIs('to do'), brief({ estimatedAgeYears: 36 })];
    expect(await resultsOf(await post(job, [entry]))).toMatchObject([{ accepted: true }]);
    const to = (version: number) =>
      tamper('update entry set version = $2 where id = $1', [entry.id, version], app.env.DATABASE_OWNER_URL);
    await to(4);
    // A process that has not folded it yet: as after a restart.
    await app.kill();
    await app.revive();
    expect((await post(job, [brief({ estimatedAgeYears: 37 })])).status).toBe(503);
    expect((await fetch(at(job), { headers: { Cookie: cookie } })).status).toBe(503);
    await to(1);
    expect(await resultsOf(await post(job, [brief({ estimatedAgeYears: 38 })]))).toMatchObject([{ accepted: true }]);
  });
});

describe('a job whose row is held', () => {
  it('answers with a reason in bounded time, while other jobs and verification pages are served', async () => {
    const [stuck, other] = [jobThatIs('under way'), jobThatIs('to do')];
    const holder = new pg.Client({ connectionString: app.env.DATABASE_OWNER_URL });
    await holder.connect();
    await holder.query('begin');
    await holder.query('select 1 from stream where id = $1 for update', [stuck]);
    try {
      const waiting = Array.from({ length: 30 }, () => post(stuck, [brief({ estimatedAgeYears: 40 })]));
      const beside = await Promise.all([
        ...Array.from({ length: 5 }, () => post(other, [brief({ estimatedAgeYears: 41 })])),
        ...Array.from({ length: 5 }, () => fetch(`${app.baseUrl}/verify/${token}`)),
        fetch(at(stuck), { headers: { Cookie: cookie } }),
      ]);
      expect(beside.map(({ status }) => status)).toEqual(beside.map(() => 200));
      const answers = await Promise.all(waiting);
      expect([...new Set(answers.map(({ status }) => status))]).toEqual([503]);
      expect(await answers[0]?.json()).toMatchObject({
        problem: expect.stringContaining('saved on this device and sent again'),
      });
    } finally {
      await holder.query('rollback');
      await holder.end();
    }
    const [taken] = await resultsOf(await post(stuck, [brief({ estimatedAgeYears: 42 })]));
    expect(taken).toMatchObject({ accepted: true });
  });
});

describe('what a page carries', () => {
  it('a policy of its own, by which every script of it and no other runs', async () => {
    const policies = await Promise.all(
      ['/', `/jobs/${jobThatIs('under way')}`, '/sign-in', '/offline', `/verify/${token}`, '/nowhere'].map(
        async (path) => {
          const answer = await fetch(app.baseUrl + path, { headers: path === '/sign-in' ? {} : { Cookie: cookie } });
          const policy = answer.headers.get('Content-Security-Policy') ?? '';
          const nonce = /'nonce-([^']+)'/.exec(policy)?.[1];
          const scripts = [...(await answer.text()).matchAll(/<script\b[^>]*>/g)].map(([tag]) => tag);
          expect(scripts.length, path).toBeGreaterThan(3);
          for (const tag of scripts) expect(tag, path).toContain(`nonce="${nonce}"`);
          expect(policy).not.toMatch(/unsafe-eval|script-src[^;]*unsafe-inline/);
          expect(policy).toContain("frame-ancestors 'none'");
          return policy;
        },
      ),
    );
    expect(new Set(policies).size).toBe(policies.length);
  });

  it('is not kept by what stands in between: data never, the worker not for a year', async () => {
    for (const path of ['/api/find', `/api/jobs/${jobThatIs('under way')}/entries`]) {
      const answer = await fetch(app.baseUrl + path, { headers: { Cookie: cookie } });
      expect(answer.headers.get('Cache-Control'), path).toContain('no-store');
    }
    const worker = await fetch(`${app.baseUrl}/service-worker/sw.js`);
    expect(worker.headers.get('Cache-Control')).not.toMatch(/s-maxage|immutable|max-age=[1-9]/);
  });

  it('says whether it can serve, and nothing else', async () => {
    const answer = await fetch(`${app.baseUrl}/health`);
    expect([answer.status, await answer.json()]).toEqual([
      200,
      { ready: true, database: 'answers', disk: 'has room', printing: 0, lastBackup: null },
    ]);
  });

  it('tells its figures on a port of their own, without an id in them', async () => {
    const figures = await (await fetch(`http://127.0.0.1:${metricsPort}/metrics`)).text();
    expect(figures).toMatch(/ledger_request_seconds_count\{method="GET",path="\/health",status="200"\} \d/);
    expect(figures).toMatch(/process_resident_memory_bytes \d/);
    expect(figures).not.toMatch(/[0-9a-f]{8}-[0-9a-f]{4}/);
    expect((await fetch(`${app.baseUrl}/metrics`, { redirect: 'manual' })).status).toBe(404);
  });
});

describe('guessing', () => {
  const attempt = (email: string, password: string, headers: Record<string, string> = {}) =>
    fetch(`${app.baseUrl}/api/auth/sign-in/email`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: app.baseUrl, ...headers },
      body: JSON.stringify({ email, password }),
    });

  it('counts tries made at once, whatever their headers say of where they come from, and lets the right person in', async () => {
    const victim = app.demo.people[1]?.email ?? '';
    const guesses = await Promise.all(
      Array.from({ length: 15 }, (_, i) => attempt(victim, `wrong ${i}`, { 'X-Forwarded-For': `203.0.113.${i}` })),
    );
    const statuses = guesses.map(({ status }) => status);
    // Five are free; a slow machine may let a sixth or so have its turn meanwhile.
    const looked = statuses.filter((status) => status === 401).length;
    expect(looked).toBeGreaterThanOrEqual(5);
    expect(looked).toBeLessThan(10);
    expect(statuses.filter((status) => status === 429)).toHaveLength(15 - looked);
    expect(await guesses.find(({ status }) => status === 429)?.json()).toMatchObject({
      message: expect.stringMatching(/Wait \d+ seconds?, then try again/),
    });
    await vi.waitFor(async () => expect((await attempt(victim, app.demo.password)).status).toBe(200), {
      timeout: 60_000,
      interval: 500,
    });
    expect((await attempt(victim, 'wrong again')).status).toBe(401);
  });

  const ask = (path: string, body: object) =>
    fetch(`${app.baseUrl}/api/auth/${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: app.baseUrl },
      body: JSON.stringify(body),
    });
  const letters = () => {
    const folder = app.env.POST_FOLDER ?? '';
    if (!existsSync(folder)) return [];
    const raw = readdirSync(folder).map((name) => readFileSync(join(folder, name), 'utf8'));
    return raw.map((text) => text.replaceAll('=\r\n', '').replaceAll('=3D', '='));
  };

  it('is got round by a letter with a link that works once, and ends what was signed in before', async () => {
    const email = app.demo.people[1]?.email ?? '';
    const before = await signIn(email);
    for (const to of [email, 'nobody@fenwhistle.example'])
      expect((await ask('request-password-reset', { email: to })).status).toBe(200);
    await eventually(() => Promise.resolve(expect(letters()).toHaveLength(1)));
    const [letter = ''] = letters();
    expect(letter).toContain(`To: ${email}`);
    const token = /new-password#(\w+)/.exec(letter)?.[1] ?? '';
    expect(token.length).toBeGreaterThan(20);
    const stored = await ledger<{ identifier: string }>('select identifier from verification');
    expect(stored.rows.some(({ identifier }) => identifier.includes(token))).toBe(false);
    const anew = { newPassword: app.demo.password, token };
    expect((await ask('reset-password', { ...anew, newPassword: 'short' })).status).toBe(400);
    expect((await ask('reset-password', anew)).status).toBe(200);
    expect((await ask('reset-password', anew)).status).toBe(400);
    expect((await fetch(`${app.baseUrl}/api/find`, { headers: { Cookie: before } })).status).toBe(401);
    await signIn(email);
  });

  it('sends nobody a flood of letters, and none to whoever may not come in', async () => {
    const email = app.demo.people[0]?.email ?? '';
    const so = () => letters().filter((letter) => letter.includes(`To: ${email}`)).length;
    for (let time = 0; time < 4; time += 1) await ask('request-password-reset', { email });
    await eventually(() => Promise.resolve(expect(so()).toBe(3)));
    await ledger(`update "user" set access_ended_at = now() where email = $1`, [app.demo.people[1]?.email]);
    await ledger('delete from verification');
    await ask('request-password-reset', { email: app.demo.people[1]?.email });
    await ask('request-password-reset', { email });
    await eventually(() => Promise.resolve(expect(so()).toBe(4)));
    expect(letters()).toHaveLength(5);
    await ledger(`update "user" set access_ended_at = null where email = $1`, [app.demo.people[1]?.email]);
  });
});

describe('a stream of news', () => {
  const open = async (held: string) => {
    const answer = await fetch(`${app.baseUrl}/api/jobs/${jobThatIs('under way')}/stream`, {
      headers: { Cookie: held },
    });
    const reader = answer.body?.getReader();
    await reader?.read();
    const toTheEnd = async (): Promise<void> => {
      while (!(await reader?.read())?.done);
    };
    return { ended: toTheEnd().catch(() => undefined) };
  };

  it('ends with the session it was opened in, and others go on', async () => {
    const { email = '' } = app.demo.people[1] ?? {};
    const other = await signIn(email);
    const mine = await open(cookie);
    const theirs = await open(other);
    await fetch(`${app.baseUrl}/api/auth/sign-out`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: app.baseUrl, Cookie: other },
      body: '{}',
    });
    await theirs.ended;
    const still = Symbol('still open');
    expect(await Promise.race([mine.ended, Promise.resolve(still)])).toBe(still);
  });

  it('ends everywhere else when the password is changed, whatever the request says of other devices', async () => {
    const { email = '' } = app.demo.people[1] ?? {};
    const [here, there] = [await signIn(email), await signIn(email)];
    const elsewhere = await open(there);
    const changed = await fetch(`${app.baseUrl}/api/auth/change-password`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: app.baseUrl, Cookie: here },
      body: JSON.stringify({
        currentPassword: app.demo.password,
        newPassword: `${app.demo.password} anew`,
        revokeOtherSessions: false,
      }),
    });
    expect(changed.status).toBe(200);
    await elsewhere.ended;
    expect((await fetch(`${app.baseUrl}/api/find`, { headers: { Cookie: there } })).status).toBe(401);
  });

  it('ended at one process, a session is over at every other', async () => {
    const { email = '' } = app.demo.people[0] ?? {};
    const held = await signIn(email);
    const second = await app.another();
    const asks = () => fetch(`${second.baseUrl}/api/find`, { headers: { Cookie: held } });
    const asksHere = () => fetch(`${app.baseUrl}/api/find`, { headers: { Cookie: held } });
    // Often enough that both know it without looking it up.
    for (let time = 0; time < 4; time += 1)
      expect([(await asks()).status, (await asksHere()).status]).toEqual([200, 200]);
    await fetch(`${app.baseUrl}/api/auth/sign-out`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: app.baseUrl, Cookie: held },
      body: '{}',
    });
    expect((await asksHere()).status).toBe(401);
    await eventually(async () => expect((await asks()).status).toBe(401));
  });

  it('holds nothing up when the application is asked to stop', async () => {
    const { ended } = await open(cookie);
    await app.kill('SIGTERM');
    await ended;
    await app.revive();
    expect((await fetch(`${app.baseUrl}/health`)).status).toBe(200);
  });
});

describe('what is open to anybody', () => {
  it('is given to nobody without end, and keeps nobody who is signed in from anything', async () => {
    const limit = 20;
    const { baseUrl } = await app.another({ STRANGERS_A_MINUTE: String(limit) });
    const ask = (path: string, Cookie = '') => fetch(`${baseUrl}${path}`, { headers: { Cookie } });
    const pages = ['/practice', '/sign-in', '/api/schema', '/practice'];
    const answers = await Promise.all(Array.from({ length: limit + 5 }, (_, at) => ask(pages[at % 4] ?? '')));
    const refused = answers.filter(({ status }) => status === 429);
    expect(answers.filter(({ status }) => status === 200)).toHaveLength(limit);
    expect(refused).toHaveLength(5);
    expect(Number(refused[0]?.headers.get('Retry-After'))).toBeGreaterThan(0);
    // A cookie that was not signed here is no session.
    expect((await ask('/practice', 'better-auth.session_token=made.up')).status).toBe(429);
    expect((await ask(`/api/jobs/${jobThatIs('to do')}/entries`, cookie)).status).toBe(200);
    expect((await ask('/health')).status).toBe(200);
  });
});

describe('printing', () => {
  it('gives up what cannot be drawn, and prints the next', async () => {
    const draft = () =>
      fetch(`${app.baseUrl}/api/jobs/${jobThatIs('under way')}/draft`, { headers: { Cookie: cookie } });
    expect((await draft()).status).toBe(200);
    const model = printedModel.parse({
      kind: 'x',
      edition: 'x',
      reference: 'x',
      firm: { name: 'x', address: 'x', telephone: '', email: '', logo: '' },
      client: [],
      site: [],
      replaces: null,
    });
    await expect(print({ kind: 'EICR', model, sealed: null, at: new Date(), pictures: new Map() })).rejects.toThrow(
      NotPrinted,
    );
    await expect(print({ kind: 'none', model, sealed: null, at: new Date(), pictures: new Map() })).rejects.toThrow(
      /no layout for none/,
    );
    expect((await draft()).status).toBe(200);
  });

  it('takes firms in turn: who asks for many waits behind the others', async () => {
    const printed: string[] = [];
    const one = (firm: string) =>
      print({ labels: [], paper: 'a4', at: new Date() }, firm).then(() => void printed.push(firm));
    const many = Array.from({ length: 15 }, () => one('many'));
    await Promise.all([...many, one('few')]);
    expect(printed).toHaveLength(16);
    expect(printed.indexOf('few')).toBeLessThanOrEqual(2);
  });

  it('keeps no firm from printing because another asks for too much', async () => {
    const asked = Array.from({ length: 60 }, () => print({ labels: [], paper: 'a4', at: new Date() }, 'greedy'));
    const settled = Promise.allSettled(asked);
    await expect(print({ labels: [], paper: 'a4', at: new Date() }, 'modest')).resolves.toBeInstanceOf(Buffer);
    expect((await settled).some(({ status }) => status === 'rejected')).toBe(true);
  });

  it('replaces a thread that ended, while it stood idle and while it drew', async () => {
    const held = globalThis as typeof globalThis & {
      ledgerPrinter: { thread: { worker: Worker; ready: Promise<unknown> } | null };
    };
    const labels = async () =>
      (await print({ labels: [], paper: 'a4', at: new Date() })).subarray(0, 5).toString('latin1');
    const pdf = '%PDF-';
    expect(await labels()).toEqual(pdf);
    const idle = held.ledgerPrinter.thread;
    await idle?.worker.terminate();
    expect(await labels()).toEqual(pdf);
    const second = held.ledgerPrinter.thread;
    expect(second?.worker).not.toBe(idle?.worker);
    await second?.ready;
    const drawing = labels();
    void second?.worker.terminate();
    expect(await drawing).toEqual(pdf);
    expect(held.ledgerPrinter.thread?.worker).not.toBe(second?.worker);
  });
});

describe('a document that is not as it was sealed', () => {
  it('says so on the firm’s own page as on its verification page', async () => {
    const { rows } = await ledger<{ id: string }>('select id from document where verification_token = $1', [token]);
    const own = async () =>
      (await fetch(`${app.baseUrl}/documents/${rows[0]?.id}`, { headers: { Cookie: cookie } })).text();
    expect(await own()).toContain('Matches its record');
    await tamper(
      `update document set model = jsonb_set(model, '{summary}', '"fine"') where id = $1`,
      [rows[0]?.id],
      app.env.DATABASE_OWNER_URL,
    );
    expect(await own()).toContain('has been altered since it was issued');
    expect(await (await fetch(`${app.baseUrl}/verify/${token}`)).text()).toContain('has been altered');
  });
});
