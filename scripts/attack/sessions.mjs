import { randomBytes } from 'node:crypto';
import { signedInCookie } from '../bench/load.mjs';
import { askRaw } from './raw.mjs';
import { routes } from './routes.mjs';

/** Routes that answer nobody without a session. */
const inside = (jobId) => [
  ['GET', `/api/jobs/${jobId}/entries?after=0`],
  ['POST', `/api/jobs/${jobId}/entries`],
  ['GET', `/api/jobs/${jobId}/stream`],
  ['GET', '/api/firm/entries?after=0'],
  ['POST', '/api/firm/entries'],
  ['GET', '/api/firm/stream'],
  ['GET', `/jobs/${jobId}`],
  ['GET', '/firm'],
  ['GET', '/account'],
];

/** What the sign-in library could do and we do not have, or what takes more than a session. */
const closed = [
  '/sign-up/email',
  '/update-user',
  '/change-email',
  '/delete-user',
  '/set-password',
  '/two-factor/send-otp',
  '/two-factor/verify-otp',
  '/two-factor/verify-totp',
  '/two-factor/verify-backup-code',
  '/two-factor/enable',
  '/two-factor/disable',
  '/two-factor/generate-backup-codes',
  '/passkey/verify-registration',
  '/passkey/verify-authentication',
  '/passkey/delete-passkey',
  '/reset-password',
];

/** Sessions that are none, that have ended or are another's, and keys that were never given: nothing opens. */
export async function sessions({ app, many }) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: app.env.DATABASE_OWNER_URL });
  await client.connect();
  const { rows } = await client.query("select job_id as id from job_summary where status = 'under way' limit 1");
  await client.end();
  const jobId = rows[0].id;
  const failed = [];
  let tried = 0;
  const refuses = async (what, Cookie) => {
    for (const [method, path] of inside(jobId)) {
      const headers = { Origin: app.baseUrl, 'Content-Type': 'application/json', ...(Cookie && { Cookie }) };
      const status = await askRaw(app.baseUrl, {
        method,
        path,
        headers,
        body: method === 'POST' ? '{"entries":[]}' : '',
      });
      tried += 1;
      if (![401, 307].includes(status)) failed.push({ what, method, path, status });
    }
  };
  const mine = await signedInCookie(app);
  const theirs = await signedInCookie({ ...app, demo: { ...app.demo, people: app.demo.people.slice(1) } });
  const [, token, signature] = /session_token=([^.]+)\.([^;]+)/.exec(mine) ?? [];
  const [, , other] = /session_token=([^.]+)\.([^;]+)/.exec(theirs) ?? [];
  const cookie = (one, two) => `better-auth.session_token=${one}.${two}`;
  for (const [what, Cookie] of [
    ['no session', ''],
    ['no signature', `better-auth.session_token=${token}`],
    ["another's signature", cookie(token, other)],
    ['a signature of nothing', cookie(token, encodeURIComponent(Buffer.alloc(32).toString('base64')))],
    ['half a signature', cookie(token, signature.slice(0, 20))],
    ['a token of other case', cookie(token.toUpperCase(), signature)],
    ['a token one letter longer', cookie(`${token}a`, signature)],
    ['a made-up token', cookie(randomBytes(24).toString('base64url'), signature)],
    ['the name alone', 'better-auth.session_token='],
  ])
    await refuses(what, Cookie);

  // Signed out: what it opened is shut at once, everywhere.
  await fetch(`${app.baseUrl}/api/auth/sign-out`, {
    method: 'POST',
    headers: { Cookie: theirs, Origin: app.baseUrl, 'Content-Type': 'application/json' },
    body: '{}',
  });
  await refuses('signed out', theirs);

  // By a stranger, and by somebody whose session is not enough.
  for (const path of closed)
    for (const Cookie of ['', mine]) {
      const headers = { Origin: app.baseUrl, 'Content-Type': 'application/json', ...(Cookie && { Cookie }) };
      for (const body of [
        '{}',
        '{"code":"000000","password":"x","newPassword":"four words set in type","token":"x","id":"x","response":{}}',
      ]) {
        const status = await askRaw(app.baseUrl, { method: 'POST', path: `/api/auth${path}`, headers, body });
        tried += 1;
        if (![400, 401, 403, 404, 429].includes(status)) failed.push({ closed: path, status, signedIn: Cookie !== '' });
      }
    }

  // Keys of links, guessed: of the right form and never given.
  const keyed = routes().filter(({ pattern }) =>
    /^\/(ask|hand|choose|calendar|paper|sign|join|verify)\/\[token\]/.test(pattern),
  );
  for (let guess = 0; guess < Math.max(4, many / 200); guess += 1)
    for (const { pattern } of keyed) {
      const path = pattern.replace(
        '[token]',
        pattern.startsWith('/verify') ? randomBytes(16).toString('hex') : randomBytes(24).toString('base64url'),
      );
      const answer = await fetch(`${app.baseUrl}${path}`, { redirect: 'manual' }).catch(() => null);
      const text = (await answer?.text().catch(() => '')) ?? '';
      tried += 1;
      // A page that says the link is not open tells of nobody.
      if (!answer || answer.status >= 500 || /Fenwhistle|[A-Z]{3,4}-20\d\d-\d{4}/.test(text))
        failed.push({ guessed: path, status: answer?.status });
    }
  return { what: 'sessions and keys that are none', tried, failed };
}
