import { createHash, randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from '../setup/state.mjs';

const jpegStart = Buffer.from('ffd8ffe000104a46494600010100000100010000', 'hex');

/** Files that are no pictures, or carry something beside one: none is kept, whatever they are called. */
export async function files({ app, cookie }) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: app.env.DATABASE_OWNER_URL });
  await client.connect();
  const { rows: jobs } = await client.query("select job_id as id from job_summary where status = 'under way' limit 1");
  const before = await client.query('select count(*)::int as n from picture');
  const good = readFileSync(join(root, 'tests', 'fixtures', 'logo.jpg'));
  const segment = (marker, text) => {
    const data = Buffer.from(text);
    return Buffer.concat([Buffer.from([0xff, marker, (data.length + 2) >> 8, (data.length + 2) & 255]), data]);
  };
  const within = (more) => Buffer.concat([good.subarray(0, 2), more, good.subarray(2)]);
  const tries = {
    nothing: Buffer.alloc(0),
    noise: randomBytes(4000),
    'a page of HTML': Buffer.from('<!doctype html><script>alert(1)</script>'),
    'an SVG': Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"/>'),
    'a zip': Buffer.from('504b0304140000000800', 'hex'),
    'the start of a picture': jpegStart,
    'a picture without an end': good.subarray(0, good.length - 2),
    'a picture with a page after it': Buffer.concat([good, Buffer.from('<html>')]),
    'a picture with a zip after it': Buffer.concat([good, Buffer.from('504b0506000000000000', 'hex')]),
    'a picture with a place in it': within(segment(0xe1, 'Exif\0\0MM\0*\0\0\0\b')),
    'a picture with words of a program in it': within(segment(0xe1, 'http://ns.adobe.com/xap/1.0/\0<x/>')),
    'a picture with a remark in it': within(segment(0xfe, '<script>')),
    'a picture too large': Buffer.concat([jpegStart, Buffer.alloc(8_000_000)]),
  };
  const failed = [];
  let tried = 0;
  const put = async (what, bytes, sha256) => {
    const answer = await fetch(`${app.baseUrl}/api/jobs/${jobs[0].id}/pictures/${sha256}`, {
      method: 'PUT',
      headers: { Cookie: cookie, Origin: app.baseUrl, 'Content-Type': 'image/jpeg' },
      body: bytes,
    }).catch(() => ({ status: 413 }));
    tried += 1;
    if (![400, 404, 413, 422].includes(answer.status)) failed.push({ what, status: answer.status });
  };
  const hash = (bytes) => createHash('sha256').update(bytes).digest('hex');
  for (const [what, bytes] of Object.entries(tries)) await put(what, bytes, hash(bytes));
  await put('a picture under the hash of another', good, hash(randomBytes(8)));
  const after = await client.query('select count(*)::int as n from picture');
  await client.end();
  if (before.rows[0].n !== after.rows[0].n) failed.push({ kept: after.rows[0].n - before.rows[0].n });
  return { what: 'files that are no pictures', tried, failed };
}
