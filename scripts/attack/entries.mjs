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
  const own =
    /^(document\.issued|declaration\.signed|job\.opened|person\.(invited|joined|described)|invitation\.withdrawn|access\.ended|twostep\.|reminder\.made)/;
  const path = (kind) =>
    /^(person|invitation|access|twostep|reminder|client\.(added|described)|installation\.(added|described)|instrument\.(added|described)|firm|price|visit|check|calibration|card)/.test(
      kind,
    )
      ? '/api/firm'
      : `/api/jobs/${jobId}`;

  const forged = known.filter(({ kind }) => own.test(kind));
  forged.push({ kind: 'twostep.asked', version: 1, body: { ofSupervisors: false } });
  for (const { kind, version, body } of forged.slice(0, 200)) {
    const { status, accepted } = await send(path(kind), make(kind, version, body));
    tried += 1;
    if (accepted !== false && ![400, 403, 404, 422].includes(status)) failed.push({ forged: kind, status, accepted });
  }

  const lanes = Array.from({ length: 4 }, async () => {
    while (tried < many / 10 + forged.length) {
      const { kind, version, body } = chance.pick(known.filter((each) => !own.test(each.kind)));
      const entry = make(kind, version, mutate(body, chance));
      if (chance.next() < 0.1) entry[chance.pick(['kind', 'version', 'madeAt', 'id', 'device'])] = chance.pick(odd);
      tried += 1;
      const { status } = await send(path(kind), entry);
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
