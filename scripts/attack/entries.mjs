import { randomUUID } from 'node:crypto';
import { chanceOf } from './chance.mjs';

const odd = [
  null,
  '',
  -1,
  0,
  1e308,
  true,
  {},
  [],
  [[]],
  'x'.repeat(5000),
  '\u0000',
  '🔌',
  '__proto__',
  '2026-02-30',
  { $ne: 1 },
];

/** Something else in one place of a value: another value, a key less or a key more. */
function mutate(value, { below, pick, next }) {
  if (value === null || typeof value !== 'object' || next() < 0.2) return pick(odd);
  const keys = Object.keys(value);
  if (keys.length === 0 || next() < 0.1) return { ...value, [pick(['__proto__', 'constructor', 'more'])]: pick(odd) };
  const key = keys[below(keys.length)];
  if (next() < 0.2) {
    const { [key]: _gone, ...rest } = value;
    return rest;
  }
  const changed = mutate(value[key], { below, pick, next });
  return Array.isArray(value)
    ? value.map((each, at) => (String(at) === key ? changed : each))
    : { ...value, [key]: changed };
}

/**
 * Entries nobody's browser makes, sent by somebody who may record: mutated ones are taken or refused in words and break
 * nothing, and what the application alone records (signatures, issues, people, how one signs in) is taken from nobody.
 */
export async function entries({ app, cookie, many, seed }) {
  const chance = chanceOf(seed + 1);
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: app.env.DATABASE_OWNER_URL });
  await client.connect();
  const { rows: known } = await client.query('select kind, version, body from entry');
  const { rows: jobs } = await client.query(
    "select job_id as id, firm_id from job_summary where status = 'under way' limit 1",
  );
  await client.end();
  const { id: jobId } = jobs[0];
  const headers = { 'Content-Type': 'application/json', Origin: app.baseUrl, Cookie: cookie };
  const send = async (path, entry) => {
    const answer = await fetch(`${app.baseUrl}${path}/entries`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ entries: [entry] }),
    });
    const said = await answer.json().catch(() => null);
    return { status: answer.status, accepted: said?.results?.[0]?.accepted ?? null };
  };
  const failed = [];
  let tried = 0;
  const make = (kind, version, body) => ({
    id: randomUUID(),
    kind,
    version,
    body,
    madeAt: new Date().toISOString(),
    device: 'attack',
  });
  // By what the application itself says of its interface: which kinds are sent where, and so which only it records.
  const { components } = await (await fetch(`${app.baseUrl}/api/schema`)).json();
  const sent = (of) => new Set(components.schemas[of].oneOf.map(({ $ref }) => $ref.split('/').at(-1)));
  const [ofJob, ofFirm] = [sent('job entry'), sent('firm entry')];
  const places = (kind) => [
    ...(ofJob.has(kind) ? [`/api/jobs/${jobId}`] : []),
    ...(ofFirm.has(kind) ? ['/api/firm'] : []),
  ];
  const own = components.schemas.recorded.properties.kind.enum.filter((kind) => places(kind).length === 0);
  for (const kind of own) {
    const { version = 1, body = {} } = known.find((each) => each.kind === kind) ?? {};
    for (const path of [`/api/jobs/${jobId}`, '/api/firm']) {
      const { status, accepted } = await send(path, make(kind, version, body));
      tried += 1;
      if (accepted !== false && ![400, 403, 404, 422].includes(status)) failed.push({ forged: kind, status, accepted });
    }
  }

  const sendable = known.filter(({ kind }) => places(kind).length > 0);
  const lanes = Array.from({ length: 4 }, async () => {
    while (tried < many / 10 + 2 * own.length) {
      const { kind, version, body } = chance.pick(sendable);
      const entry = make(kind, version, mutate(body, chance));
      if (chance.next() < 0.1) entry[chance.pick(['kind', 'version', 'madeAt', 'id', 'device'])] = chance.pick(odd);
      tried += 1;
      const { status } = await send(chance.pick(places(kind)), entry);
      if (status >= 500) failed.push({ status, entry });
    }
  });
  await Promise.all(lanes);
  // What was taken of it is a job that still opens.
  for (const at of [`/jobs/${jobId}`, `/jobs/${jobId}/review`, `/api/jobs/${jobId}/entries?after=0`, '/firm', '/']) {
    const { status } = await fetch(`${app.baseUrl}${at}`, { headers: { Cookie: cookie } });
    tried += 1;
    if (status !== 200) failed.push({ after: at, status });
  }
  return { what: 'entries nobody makes', tried, failed };
}
