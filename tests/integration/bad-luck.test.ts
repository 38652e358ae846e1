import { spawnSync } from 'node:child_process';
import { readFileSync, readdirSync, statSync } from 'node:fs';
import { join, relative } from 'node:path';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Served, serveDemo } from '../../scripts/setup/serve.mjs';
import { stages } from '../../src/core/job/document-definition';
import { asOwner } from '../support/database';

let app: Served;
let insider: string;
let outsider: string;
let jobId: string;
let observationId: string;
let issuedJob: string;
let documentId: string;
let installationId: string;
let clientId: string;
let instrumentId: string;

async function signIn(email: string, password: string): Promise<string> {
  const answer = await fetch(`${app.baseUrl}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: app.baseUrl },
    body: JSON.stringify({ email, password }),
  });
  expect(answer.status).toBe(200);
  return answer.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ');
}

beforeAll(async () => {
  app = await serveDemo('badluck');
  insider = await signIn(app.demo.people[0]?.email ?? '', app.demo.password);
  const firm = spawnSync(
    process.execPath,
    [
      '--conditions=react-server',
      '--import',
      'tsx',
      'scripts/firm.ts',
      '--firm',
      'Another firm',
      '--name',
      'O. Ther',
      '--email',
      'other@another.example',
    ],
    { env: { ...process.env, ...app.env }, encoding: 'utf8' },
  );
  outsider = await signIn('other@another.example', firm.stdout.trim().split(' ').at(-1) ?? '');
  const found = await asOwner(
    (c) => c.query<{ job_id: string; status: string }>('select job_id, status from job_summary'),
    app.env.DATABASE_OWNER_URL,
  );
  jobId = found.rows.find((row) => row.status === 'under way')?.job_id ?? '';
  issuedJob = found.rows.find((row) => row.status === 'issued')?.job_id ?? '';
  documentId =
    (await asOwner((c) => c.query<{ id: string }>('select id from document'), app.env.DATABASE_OWNER_URL)).rows[0]
      ?.id ?? '';
  const noted = await asOwner(
    (c) =>
      c.query<{ job_id: string; id: string }>(
        "select stream_id as job_id, body->>'observationId' as id from entry where kind = 'observation.noted'",
      ),
    app.env.DATABASE_OWNER_URL,
  );
  // One that is there, of the job that is asked for.
  jobId =
    noted.rows.find(({ job_id }) => found.rows.some((row) => row.job_id === job_id && row.status === 'under way'))
      ?.job_id ?? jobId;
  observationId = noted.rows.find(({ job_id }) => job_id === jobId)?.id ?? '';
  const idOf = async (kind: string, id: string) =>
    (
      await asOwner(
        (c) => c.query<{ id: string }>('select body->>$2 as id from entry where kind = $1', [kind, id]),
        app.env.DATABASE_OWNER_URL,
      )
    ).rows[0]?.id ?? '';
  installationId = await idOf('installation.added', 'installationId');
  instrumentId = await idOf('instrument.added', 'instrumentId');
  clientId = await idOf('client.added', 'clientId');
  expect([jobId, issuedJob, documentId, observationId, installationId, clientId].every((id) => id.length === 36)).toBe(
    true,
  );
}, 180_000);
afterAll(() => app?.stop());

const reading = (shown: string) => ({
  id: v7(),
  kind: 'reading.taken',
  version: 1,
  body: {
    on: { of: 'supply' },
    test: 'ze',
    value: { is: 'number', shown },
    how: 'measured',
    reason: null,
    instrumentId: null,
    leadNullOhms: null,
    testVolts: null,
  },
  madeAt: new Date().toISOString(),
  device: 'test',
});
const post = (entries: unknown[], cookie = insider) =>
  fetch(`${app.baseUrl}/api/jobs/${jobId}/entries`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: app.baseUrl, Cookie: cookie },
    body: JSON.stringify({ entries }),
  });
const idsInLedger = async () =>
  (
    await asOwner(
      (c) =>
        c.query<{ id: string; seq: number }>('select id, seq from entry where stream_id = $1 order by seq', [jobId]),
      app.env.DATABASE_OWNER_URL,
    )
  ).rows;

/** Sends until it is answered for, as a browser's outbox does. */
async function sendUntilTaken(entries: unknown[]): Promise<void> {
  for (;;) {
    const answer = await post(entries).catch(() => null);
    if (answer?.status === 200) return;
    expect(answer === null || answer.status >= 500, String(answer?.status)).toBe(true);
    await new Promise(setImmediate);
  }
}

async function nothingLostOrDoubled(batches: { id: string }[][], before: number): Promise<void> {
  const rows = await idsInLedger();
  const wanted = batches.flat().map((entry) => entry.id);
  expect(
    rows
      .filter((row) => wanted.includes(row.id))
      .map((row) => row.id)
      .sort(),
  ).toEqual(wanted.sort());
  expect(rows.map((row) => row.seq)).toEqual(Array.from({ length: before + wanted.length }, (_, i) => i + 1));
}

describe('bad luck', () => {
  it('a server killed in the middle of requests: everything sent again is there once', async () => {
    const before = (await idsInLedger()).length;
    const batches = Array.from({ length: 12 }, (_, b) =>
      Array.from({ length: 5 }, (_, i) => reading(`0.${10 + b}${i}`)),
    );
    const first = batches.slice(0, 8).map((batch) => post(batch).catch(() => null));
    await Promise.race(first);
    await app.kill('SIGKILL');
    await Promise.all(first);
    await app.revive();
    await Promise.all(batches.map(sendUntilTaken));
    await nothingLostOrDoubled(batches, before);
  });

  it('a database restarted under load: everything sent again is there once', async () => {
    const before = (await idsInLedger()).length;
    const batches = Array.from({ length: 15 }, (_, b) => [reading(`0.3${b}`), reading(`0.4${b}`)]);
    const sending = batches.map(sendUntilTaken);
    await Promise.race(sending);
    app.postgres.restart();
    await Promise.all(sending);
    await nothingLostOrDoubled(batches, before);
  });
});

describe('bad input at the door', () => {
  const raw = (body: string | Uint8Array<ArrayBuffer>, type = 'application/json') =>
    fetch(`${app.baseUrl}/api/jobs/${jobId}/entries`, {
      method: 'POST',
      headers: { 'Content-Type': type, Origin: app.baseUrl, Cookie: insider },
      body,
    });

  it.each([
    ['a body of 10 MB', () => raw('x'.repeat(10_000_000)), 413, /1 MB at most. Nothing was recorded/],
    ['half a JSON text', () => raw('{"entries": ['), 400, /Not readable as JSON. Nothing was recorded/],
    ['bytes that are no text', () => raw(new Uint8Array([0xff, 0xfe, 0, 1])), 400, /Not readable/],
    ['no entries', () => raw('{"entries": []}'), 400, /1 to 200 entries/],
    ['too many entries', () => raw(JSON.stringify({ entries: Array(201).fill({}) })), 400, /1 to 200 entries/],
    ['another shape', () => raw('[1, 2]'), 400, /1 to 200 entries/],
  ])('%s is refused in words and records nothing', async (_name, send, status, words) => {
    const before = (await idsInLedger()).length;
    const answer = await send();
    expect(answer.status).toBe(status);
    expect(((await answer.json()) as { problem: string }).problem).toMatch(words);
    expect((await idsInLedger()).length).toBe(before);
  });

  it('bad entries in a batch are refused one by one, and the good ones are taken', async () => {
    const good = reading('0.21');
    const bad = [
      { id: 'x' },
      { ...reading('0.2'), kind: 'mood.felt' },
      { ...reading('0.2'), version: 99 },
      { ...reading('0.2'), body: { on: { of: 'supply' } } },
      {
        ...reading('0.2'),
        kind: 'document.issued',
        body: { documentId: v7(), number: 'EICR-1', documentHash: '0'.repeat(64) },
      },
    ];
    const { results } = (await (await post([...bad, good])).json()) as {
      results: { id: string; accepted: boolean; reason?: string }[];
    };
    expect(results).toHaveLength(6);
    expect(results.filter((result) => result.accepted).map((result) => result.id)).toEqual([good.id]);
    for (const result of results) if (!result.accepted) expect(result.reason?.length).toBeGreaterThan(10);
  });
});

it('an act of the application is not taken from a browser: nobody joins a firm by saying so', async () => {
  const fields = { name: 'Wren Hallam', position: 'Inspector', roles: ['supervisor'] };
  const acts = [
    { kind: 'person.joined', body: { personId: v7(), email: 'w@firm.example', fields, invitationId: null } },
    { kind: 'person.described', body: { personId: v7(), fields } },
    { kind: 'access.ended', body: { personId: v7(), why: '' } },
  ].map((act) => ({ id: v7(), version: 1, madeAt: new Date().toISOString(), device: 'test', ...act }));
  const answer = await fetch(`${app.baseUrl}/api/firm/entries`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: app.baseUrl, Cookie: insider },
    body: JSON.stringify({ entries: acts }),
  });
  const { results } = (await answer.json()) as { results: { accepted: boolean; reason?: string }[] };
  expect(results).toHaveLength(3);
  for (const { accepted, reason } of results) {
    expect(accepted).toBe(false);
    expect(reason).toContain('recorded by the application itself');
  }
});

it('a signature is not sent in, and nobody renames themselves through the sign-in library', async () => {
  const signature = {
    id: v7(),
    kind: 'declaration.signed',
    version: 2,
    body: { documentId: v7(), role: 'inspector', name: 'Somebody Else', position: 'Inspector', statement: 'I did.' },
    madeAt: '1999-01-01T00:00:00.000Z',
    device: 'a script',
  };
  const answer = await fetch(`${app.baseUrl}/api/jobs/${jobId}/entries`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: app.baseUrl, Cookie: insider },
    body: JSON.stringify({ entries: [signature] }),
  });
  const { results } = (await answer.json()) as { results: { accepted: boolean; reason?: string }[] };
  expect(results).toMatchObject([{ accepted: false, reason: expect.stringContaining('by the application itself') }]);
  for (const path of ['update-user', 'change-email', 'delete-user']) {
    const renamed = await fetch(`${app.baseUrl}/api/auth/${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: app.baseUrl, Cookie: insider },
      body: JSON.stringify({ name: 'x'.repeat(900_000), newEmail: 'new@fenwhistle.example' }),
    });
    expect(renamed.status, path).toBe(404);
  }
  const { rows } = await asOwner(
    (c) => c.query<{ name: string }>('select name from "user" where email = $1', [app.demo.people[0]?.email]),
    app.env.DATABASE_OWNER_URL,
  );
  expect(rows).toEqual([{ name: app.demo.people[0]?.name }]);
});

/** Every route and page there is, read from the source, with the ids of the first firm put in. */
function addresses(): { path: string; methods: string[] }[] {
  const files: string[] = [];
  const walk = (folder: string) =>
    readdirSync(folder).forEach((name) =>
      statSync(join(folder, name)).isDirectory() ? walk(join(folder, name)) : files.push(join(folder, name)),
    );
  walk('src/app');
  return files
    .filter((file) => /\/(route|page)\.tsx?$/.test(file) && !file.includes('[...all]'))
    .flatMap((file) => {
      const path = `/${relative('src/app', file).replace(/\/?(route|page)\.tsx?$/, '')}`
        .replace(/\(house\)\/?/, '')
        .replace('[jobId]', jobId)
        .replace('[documentId]', documentId)
        .replace('[observationId]', observationId)
        .replace('[installationId]', installationId)
        .replace('[clientId]', clientId)
        .replace('[instrumentId]', instrumentId)
        .replace('[token]', '0'.repeat(32))
        .replace('[sha256]', '0'.repeat(64))
        .replace('[number]', 'flat-rewireable.abc')
        .replace('[path]', 'sw.js');
      const methods = /route\.ts$/.test(file)
        ? [...readFileSync(file, 'utf8').matchAll(/\b(GET|POST|PUT|PATCH|DELETE)\b/g)].map((m) => m[1] ?? '')
        : ['GET'];
      const parts = path.endsWith('/[[...stage]]') ? ['', ...stages.map((stage) => `/${stage}`)] : [''];
      return parts.map((part) => ({ path: path.replace('/[[...stage]]', '') + part, methods }));
    });
}
/** Pages for anybody, and what a browser keeps of every build: nothing of a firm in them. */
const open = [
  '/health',
  '/heads',
  '/heads/all',
  '/heads/authority',
  `/verify/${'0'.repeat(32)}/proof`,
  '/begin',
  `/join/${'0'.repeat(32)}`,
  `/paper/${'0'.repeat(32)}`,
  `/paper/${'0'.repeat(32)}/pdf`,
  `/sign/${'0'.repeat(32)}/draft`,
  `/sign/${'0'.repeat(32)}`,
  `/ask/${'0'.repeat(32)}`,
  `/choose/${'0'.repeat(32)}`,
  `/hand/${'0'.repeat(32)}`,
  `/hand/${'0'.repeat(32)}/now`,
  '/sign-in',
  '/sign-in/link',
  '/sign-in/new-password',
  `/verify/${'0'.repeat(32)}`,
  '/offline',
  '/practice',
  ...['', ...stages.map((stage) => `/${stage}`)].map((stage) => `/practice/flat-rewireable.abc${stage}`),
  '/api/schema',
  `/calendar/${'0'.repeat(32)}`,
  '/service-worker/sw.js',
];
/** What everybody signed in has of their own firm. */
const own = [
  '/',
  '/diary',
  '/due',
  '/money',
  '/jobs',
  '/clients',
  '/firm',
  '/firm/copies',
  '/account',
  '/api/find',
  '/api/printing',
  '/api/firm/entries',
  '/api/firm/stream',
  '/api/firm/moves',
  '/api/practice/results',
  `/api/firm/files/${'0'.repeat(64)}`,
];
/** What an answer says; of one that goes on, what it begins with. */
async function wordsOf(answer: Response): Promise<string> {
  if (!answer.headers.get('Content-Type')?.includes('event-stream')) return answer.text();
  const reader = answer.body?.getReader();
  const first = await reader?.read();
  await reader?.cancel();
  return new TextDecoder().decode(first?.value);
}

describe('a stranger, and a person of another firm', () => {
  it('get nothing from any route or page', async () => {
    const all = addresses();
    expect(all.length).toBeGreaterThanOrEqual(18);
    expect(all.map(({ path }) => path).filter((path) => path.includes('['))).toEqual([]);
    expect(all.filter((a) => open.includes(a.path))).toHaveLength(open.length);
    for (const path of open)
      expect(await (await fetch(app.baseUrl + path)).text()).not.toMatch(/Larkspur|Quillfeather|Sallow/);
    for (const { path, methods } of all.filter((a) => !open.includes(a.path))) {
      for (const method of methods) {
        const send = (cookie: string) =>
          fetch(app.baseUrl + path, {
            method,
            redirect: 'manual',
            headers: { ...(cookie ? { Cookie: cookie } : {}), Origin: app.baseUrl, 'Content-Type': 'application/json' },
            body: method === 'POST' ? JSON.stringify({ entries: [reading('0.9')] }) : undefined,
            signal: AbortSignal.timeout(60_000),
          });
        const stranger = await send('');
        expect([401, 307], `${method} ${path} as a stranger`).toContain(stranger.status);
        expect(await stranger.text()).not.toMatch(/Larkspur|Quillfeather|Sallow/);
        const other = await send(outsider);
        if (!own.includes(path)) expect(other.status, `${method} ${path} as another firm`).toBe(404);
        expect(await wordsOf(other)).not.toMatch(/Larkspur|Quillfeather|Sallow/);
      }
    }
  });

  it('get nothing from any server action', async () => {
    const manifest = JSON.parse(readFileSync('.next/server/server-reference-manifest.json', 'utf8')) as {
      node: Record<string, { exportedName?: string; filename?: string; workers: Record<string, unknown> }>;
    };
    const actions = Object.entries(manifest.node);
    expect(actions).toHaveLength(33);
    const before = await asOwner(
      (c) => c.query('select (select count(*) from document) as documents, (select count(*) from stream) as streams'),
      app.env.DATABASE_OWNER_URL,
    );
    // Beginning the first firm, taking up an invitation, signing and answering by a link are for strangers, and refuse what is none.
    const forStrangers = /beginFirmAction|joinAction|signByLinkAction|answerByLinkAction|acceptByLinkAction/;
    for (const [id, { exportedName = '' }] of actions) {
      for (const cookie of ['', outsider]) {
        const answer = await fetch(`${app.baseUrl}/`, {
          method: 'POST',
          redirect: 'manual',
          headers: {
            'Next-Action': id,
            'Content-Type': 'text/plain;charset=UTF-8',
            Origin: app.baseUrl,
            ...(cookie ? { Cookie: cookie } : {}),
          },
          body: JSON.stringify([jobId, 'a device']),
        });
        const text = await answer.text();
        expect(text).not.toMatch(/Larkspur|Quillfeather|Sallow|"issued":true/);
        if (forStrangers.test(exportedName)) expect(text).toMatch(/"(ok|signed)":false/);
        else if (!cookie)
          expect(answer.headers.get('x-action-redirect') ?? answer.headers.get('location') ?? '').toMatch(/sign-in/);
      }
    }
    const after = await asOwner(
      (c) => c.query('select (select count(*) from document) as documents, (select count(*) from stream) as streams'),
      app.env.DATABASE_OWNER_URL,
    );
    expect(after.rows).toEqual(before.rows);
  });
});
