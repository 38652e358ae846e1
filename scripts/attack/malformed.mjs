import { chanceOf } from './chance.mjs';
import { askRaw } from './raw.mjs';
import { actions, routes } from './routes.mjs';

/** What stands where an id, a token or a word of an address belongs. */
const parts = [
  '%',
  '%ff',
  '%00',
  '%c0%ae%c0%ae',
  '..%2f..%2fetc%2fpasswd',
  '..',
  '%2e%2e',
  "'%20or%201=1--",
  '00000000-0000-0000-0000-000000000000',
  'FFFFFFFF-FFFF-7FFF-BFFF-FFFFFFFFFFFF',
  '0'.repeat(32),
  '0'.repeat(64),
  'a'.repeat(2000),
  '%F0%9F%94%8C',
  '%ed%a0%80',
  '[object%20Object]',
  '__proto__',
  'constructor',
  '-1',
  '1e309',
  'flat-rewireable.%',
  'null',
  '',
];
const queries = [
  '',
  '?after=-1',
  '?after=NaN',
  '?after=1e400',
  '?%',
  '?%ff=%ff',
  '?q=%00',
  '?a[]=1&a[]=2',
  '?_rsc=%',
  '?within=%00',
  `?q=${'z'.repeat(3000)}`,
];
const bodies = [
  '',
  '{',
  'null',
  '[]',
  '"text"',
  '{"entries":null}',
  '{"entries":[null]}',
  '{"entries":[{"id":{"$ne":1}}]}',
  '{"entries":[{"id":"0195a000-0000-7000-8000-000000000001","kind":"__proto__","version":1,"body":{},"madeAt":"2026-01-01T00:00:00Z","device":"x"}]}',
  `{"entries":[${'['.repeat(2000)}${']'.repeat(2000)}]}`,
  '{"email":null,"password":{}}',
  '{"email":"%00","password":"\\u0000"}',
  '\u0000\u0001\u0002',
  '----x\r\nContent-Disposition: form-data; name="0"\r\n\r\n["$K1"]\r\n----x--',
  '["$F1"]',
  '[{"__proto__":{"x":1}}]',
  'ÿþ',
];
const kinds = [
  'application/json',
  'text/plain;charset=UTF-8',
  'multipart/form-data; boundary=--x',
  'multipart/form-data',
  'application/x-www-form-urlencoded',
  'image/jpeg',
  'x',
  '',
];
const odd = [
  {},
  { 'Next-Action': 'x' },
  { 'Next-Action': '0'.repeat(42) },
  { RSC: '1' },
  { 'Next-Router-State-Tree': '%' },
  { 'Next-Router-State-Tree': '["",{},null,null,true]' },
  { 'Next-Router-Prefetch': '1', RSC: '1' },
  { Cookie: 'better-auth.session_token=%' },
  { Cookie: 'better-auth.session_token=%ff.%00; a' },
  { Cookie: '='.repeat(50) },
  { Origin: 'null' },
  { Origin: 'https://elsewhere.example' },
  { 'X-Forwarded-For': '%00' },
  { 'Accept-Language': '%'.repeat(60) },
  { Range: 'bytes=-1' },
  { Expect: 'x' },
  { 'Content-Encoding': 'gzip' },
  { 'Transfer-Encoding': 'x' },
];
const methods = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS'];

/** Requests no page of ours makes, to every route, page and action, by a stranger and by somebody signed in: never a 500. */
export async function malformed({ app, cookie, other, many, seed }) {
  const { pick, next } = chanceOf(seed);
  const [all, ids] = [routes(), actions()];
  const failed = [];
  let tried = 0;
  let busy = 0;
  const one = async () => {
    const route = pick(all);
    const whole = next() < 0.15;
    const filled = route.pattern.replaceAll(/\[[^\]]+\]/g, () => pick(parts));
    const path = `${whole ? `/${pick(parts)}/${pick(parts)}` : filled}${pick(queries)}` || '/';
    const action = next() < 0.25;
    const method = action ? 'POST' : next() < 0.7 ? pick(route.methods) : pick(methods);
    const who = pick(['', cookie, other]);
    const headers = {
      Origin: app.baseUrl,
      ...(next() < 0.8 && { 'Content-Type': pick(kinds) }),
      ...(who && { Cookie: who }),
      ...pick(odd),
      ...(action && { 'Next-Action': pick(ids) }),
    };
    const asked = {
      method,
      path: path.replaceAll(/[\r\n ]/g, ''),
      headers,
      body: method === 'GET' ? '' : pick(bodies),
    };
    const status = await askRaw(app.baseUrl, asked);
    tried += 1;
    if (status === 503) busy += 1;
    // Who asks one thing after another meets no busy ledger: many answers of that sort would hide something else.
    if (busy > many / 100 || status === 0 || (status >= 500 && status !== 503))
      failed.push({ status, ...asked, headers: { ...headers, Cookie: who ? '(signed in)' : (headers.Cookie ?? '') } });
  };
  const lanes = Array.from({ length: 4 }, async () => {
    while (tried < many) await one();
  });
  await Promise.all(lanes);
  return { what: 'malformed requests', tried, failed };
}
