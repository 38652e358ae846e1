import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { existsSync, readFileSync, readdirSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { temporaryDatabase } from '../../scripts/setup/serve.mjs';
import { isBackupDue } from '../../scripts/setup/nightly.mjs';
import { asOwner, tamper } from '../support/database';

let base: Awaited<ReturnType<typeof temporaryDatabase>>;
beforeAll(async () => void (base = await temporaryDatabase('commands')));
afterAll(() => base?.drop());

const how = ['--conditions=react-server', '--import', 'tsx'];
const env = () => ({ ...process.env, ...base.env, DEMO_FILE: '.local/commands.demo.json' });
const run = (file: string, ...args: string[]) =>
  spawnSync(process.execPath, [...how, `scripts/${file}`, ...args], { env: env(), encoding: 'utf8' });
const firms = async () =>
  (
    await asOwner((c) => c.query<{ name: string }>('select name from firm order by name'), base.env.DATABASE_OWNER_URL)
  ).rows.map(({ name }) => name);

describe('what empties a database', () => {
  it('empties the demo, and refuses where another firm stands unless the database is named in full', async () => {
    expect(run('firm.ts', '--firm', 'Real Firm', '--name', 'R. Eal', '--email', 'r@real.example').status).toBe(0);
    for (const named of [[], [`${base.database}x`]]) {
      const refused = run('demo.ts', 'reset', ...named);
      expect([refused.status, refused.stderr]).toEqual([1, expect.stringMatching(/Nothing was emptied: Real Firm/)]);
      expect(refused.stderr).toContain(base.database);
    }
    expect(await firms()).toEqual(['Real Firm']);
    expect(run('demo.ts', 'reset', base.database).status).toBe(0);
    expect(await firms()).toEqual(['Fenwhistle Electrical Inspection']);
  });
});

describe('somebody who lost their phone', () => {
  it('signs in with the password alone again, by a command on the server that the record tells of', async () => {
    const email = 'maud@fenwhistle.example';
    const ask = (sql: string) => asOwner((c) => c.query<{ n: number }>(sql), base.env.DATABASE_OWNER_URL);
    await ask(`update "user" set two_factor_enabled = true where email = '${email}'`);
    await ask(
      `insert into two_factor (id, secret, backup_codes, user_id) select 'x', 's', 'b', id from "user" where email = '${email}'`,
    );
    expect(run('firm.ts', '--lost-phone', 'nobody@real.example').stderr).toMatch(/Nobody signs in as/);
    expect(run('firm.ts', '--lost-phone', email.toUpperCase()).status).toBe(0);
    const left = await ask(
      `select (select count(*) from two_factor)::int + (select count(*) from "user" where two_factor_enabled)::int as n`,
    );
    expect(left.rows[0]?.n).toBe(0);
    const told = await ask(
      `select count(*)::int as n from entry where kind = 'twostep.removed' and made_by = 'server'`,
    );
    expect(told.rows[0]?.n).toBe(1);
  });
});

describe('a load of the demo', () => {
  let halfway: typeof base;
  const half = () => ({ ...process.env, ...halfway.env, DEMO_FILE: '.local/halfway.demo.json' });
  const loaded = () =>
    spawnSync(process.execPath, [...how, 'scripts/demo.ts', 'load'], { env: half(), encoding: 'utf8' });
  const entries = async () =>
    (await asOwner((c) => c.query('select 1 from entry'), halfway.env.DATABASE_OWNER_URL)).rowCount ?? 0;
  /** Whether a load has got as far as keeping its password: what was cut short before it has taken away what was there. */
  const begun = async () => existsSync('.local/halfway.demo.json.loading') && (await entries()) >= 0;
  beforeAll(async () => void (halfway = await temporaryDatabase('halfway')));
  afterAll(() => halfway?.drop());

  it('killed at any step begins again; of what stands without its password it says so', async () => {
    // Before anything, with the firm begun, among the first jobs, and while documents are sealed.
    for (const step of [0, 1, 30, 150, 600]) {
      const load = spawn(process.execPath, [...how, 'scripts/demo.ts', 'load'], { env: half(), stdio: 'ignore' });
      const over = once(load, 'exit');
      await vi.waitUntil(async () => (await begun()) && (await entries()) >= step && (await entries()) < step + 400, {
        timeout: 120_000,
        interval: 20,
      });
      load.kill('SIGKILL');
      expect(await over).toEqual([null, 'SIGKILL']);
    }

    // A load whose start was killed goes on: the next one waits for it, and finds it done, under one password.
    const both = await Promise.all(
      [1, 2].map(async () => {
        const child = spawn(process.execPath, [...how, 'scripts/demo.ts', 'load'], { env: half(), stdio: 'ignore' });
        return ((await once(child, 'exit')) as [number])[0];
      }),
    );
    expect(both).toEqual([0, 0]);
    expect((await asOwner((c) => c.query('select 1 from firm'), halfway.env.DATABASE_OWNER_URL)).rowCount).toBe(1);
    expect(existsSync('.local/halfway.demo.json')).toBe(true);
    rmSync('.local/halfway.demo.json');
    writeFileSync('.local/halfway.demo.json.loading', '{}');

    const again = loaded();
    expect([again.status, again.stdout]).toEqual([0, expect.stringMatching(/was cut short.*twelve jobs/s)]);
    rmSync('.local/halfway.demo.json');
    const third = loaded();
    expect([third.status, third.stderr]).toEqual([1, expect.stringMatching(/demo:reset loads it again/)]);
    // Seven loads, some of them whole.
  }, 600_000);
});

describe('a backup', () => {
  it('is a whole dump, and /health would tell of it', async () => {
    const made = run('backup.ts');
    expect([made.status, made.stderr]).toEqual([0, '']);
    const [name = '', ...more] = readdirSync(base.env.BACKUP_FOLDER ?? '').sort();
    expect([name, more]).toEqual([expect.stringMatching(/^\d{4}-.*Z\.dump$/), [`${name}.json`]]);
    for (const each of [name, ...more])
      expect((statSync(join(base.env.BACKUP_FOLDER ?? '', each)).mode & 0o777).toString(8)).toBe('600');
    expect(
      readFileSync(join(base.env.BACKUP_FOLDER ?? '', name))
        .subarray(0, 5)
        .toString(),
    ).toBe('PGDMP');
  });

  it('that fails leaves nothing that looks like one', () => {
    const before = readdirSync(base.env.BACKUP_FOLDER ?? '');
    const owner = base.env.DATABASE_OWNER_URL ?? '';
    base.env.DATABASE_OWNER_URL = owner.replace(/[^/]*$/, 'there_is_none');
    const failed = run('backup.ts');
    base.env.DATABASE_OWNER_URL = owner;
    expect([failed.status, failed.stderr]).toEqual([1, expect.stringMatching(/No backup was made: .*does not exist/s)]);
    expect(readdirSync(base.env.BACKUP_FOLDER ?? '')).toEqual(before);
  });
});

describe('a restore', () => {
  const folder = () => base.env.BACKUP_FOLDER ?? '';
  const latest = () =>
    join(
      folder(),
      readdirSync(folder())
        .filter((name) => name.endsWith('.dump'))
        .sort()
        .at(-1) ?? '',
    );
  const made: string[] = [];
  const restore = (file: string) => {
    const database = `${base.database}_r${made.length}`;
    made.push(database);
    return { database, ...run('restore.ts', file, database) };
  };
  afterAll(() =>
    asOwner(async (client) => {
      for (const database of made) await client.query(`drop database if exists ${database} with (force)`);
    }),
  );

  it('puts everything back into a database of its own, and finds every chain, seal and head as it was', async () => {
    const { database, status, stdout, stderr } = restore(latest());
    expect([status, stderr]).toEqual([0, '']);
    expect(stdout).toMatch(/13 streams with \d{3,} entries, 3 documents, 2 pictures/);
    expect(stdout).toMatch(/3 seals and the daily heads were checked\.\nNothing is wrong\./);
    const url = (base.env.DATABASE_OWNER_URL ?? '').replace(/[^/]*$/, database);
    const rows = await asOwner((c) => c.query('select count(*)::int as jobs from job_summary'), url);
    expect(rows.rows).toEqual([{ jobs: 12 }]);
    // It is there now, and is not written over.
    expect(run('restore.ts', latest(), database)).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('Nothing was restored'),
    });
  });

  it('says which chain is not what the manifest tells of, and refuses a dump that was cut off', () => {
    const file = latest();
    const beside = `${file}.json`;
    const said = readFileSync(beside, 'utf8');
    const parsed = JSON.parse(said) as { streams: { id: string; sort: string; lastSeq: number; hash: string }[] };
    const [first, second] = parsed.streams;
    if (!first || !second) throw new Error('The manifest tells of no streams');
    first.hash = '0'.repeat(64);
    second.lastSeq += 1;
    writeFileSync(beside, JSON.stringify(parsed));
    const { status, stdout } = restore(file);
    expect(status).toBe(2);
    expect(stdout).toContain(`An entry of the ${first.sort} ${first.id} is not what it was.`);
    expect(stdout).toContain(`The ${second.sort} ${second.id} ends at ${second.lastSeq - 1}`);
    writeFileSync(beside, said);
    const whole = readFileSync(file);
    writeFileSync(file, whole.subarray(0, whole.length - 1000));
    expect(restore(file)).toMatchObject({ status: 1, stderr: expect.stringContaining('changed or cut off') });
    writeFileSync(file, whole);
  });

  it('says which picture is not what its hash says', async () => {
    await tamper(
      'update picture set bytes = set_byte(bytes, 40, get_byte(bytes, 40) # 1) where sha256 = (select min(sha256) from picture)',
      [],
      base.env.DATABASE_OWNER_URL,
    );
    expect(run('backup.ts').status).toBe(0);
    expect(restore(latest())).toMatchObject({
      status: 2,
      stdout: expect.stringMatching(/Wrong:\n {2}The picture [0-9a-f]{64} is not what its hash says\./),
    });
    await tamper(
      'update picture set bytes = set_byte(bytes, 40, get_byte(bytes, 40) # 1) where sha256 = (select min(sha256) from picture)',
      [],
      base.env.DATABASE_OWNER_URL,
    );
  });

  it('says which seal does not hold where somebody changed an entry before the backup', async () => {
    const { rows } = await tamper(
      `update entry set body = jsonb_set(body, '{reference}', '"OTHER"') where kind = 'job.opened'
         and stream_id = (select job_id from document order by number limit 1) returning stream_id`,
      [],
      base.env.DATABASE_OWNER_URL,
    );
    expect(rows).toHaveLength(1);
    expect(run('backup.ts').status).toBe(0);
    const { status, stdout } = restore(latest());
    expect([status, stdout]).toEqual([2, expect.stringMatching(/The seal of \S+ does not hold/)]);
  });
});

describe('a firm as one file', () => {
  const file = join(tmpdir(), `firm-${process.pid}.ndjson`);
  afterAll(() => rmSync(file, { force: true }));

  it('goes out and into another database whole: the same again, its seals hold, and nothing twice or of others', async () => {
    await asOwner((c) => c.query('update "user" set two_factor_enabled = true'), base.env.DATABASE_OWNER_URL);
    expect(run('copy/copy.ts', 'export', file)).toMatchObject({
      status: 0,
      stderr: '',
      stdout: expect.stringMatching(/"unproved": 3,/),
    });
    const lines = readFileSync(file, 'utf8').trim().split('\n');
    expect(readFileSync(file, 'utf8')).not.toMatch(/"password"/);
    const other = await temporaryDatabase('elsewhere');
    const there = (...args: string[]) =>
      spawnSync(process.execPath, ['--conditions=react-server', '--import', 'tsx', 'scripts/copy/copy.ts', ...args], {
        env: { ...process.env, ...other.env },
        encoding: 'utf8',
      });
    const refuses = (text: string, problem: RegExp) => {
      writeFileSync(`${file}.bad`, text);
      expect(there('import', `${file}.bad`)).toMatchObject({ status: 1, stderr: expect.stringMatching(problem) });
      rmSync(`${file}.bad`);
    };
    refuses(lines.slice(0, -1).join('\n'), /changed or cut off/);
    refuses(lines.join('\n').replace('"FW-118"', '"FW-119"'), /changed or cut off/);
    refuses('{"format":"orange-ledger/firm/9"}\n', /Line 1 is none of such a file/);
    refuses(
      [lines[0], lines[1]?.replace(/"id": ?"[0-9a-f-]{36}"/, '"id":"0195a000-0000-7000-8000-00000000ffff"')].join('\n'),
      /belongs to another firm/,
    );
    // The first form of such a file held leaves of a tree the documents are not in here: they are left out.
    const leaf = JSON.stringify({ table: 'log_leaf', row: { issue_id: v7(), document_hash: 'ab'.repeat(32) } });
    const rowsOfFirst = [...lines.slice(1, -1), leaf];
    const hash = createHash('sha256');
    for (const row of rowsOfFirst) hash.update(`${row}\n`);
    const end = JSON.stringify({ end: { rows: rowsOfFirst.length, sha256: hash.digest('hex') } });
    const first = [lines[0]?.replace('firm/2', 'firm/1'), ...rowsOfFirst, end].join('\n');
    writeFileSync(`${file}.first`, `${first}\n`);
    const taken = there('import', `${file}.first`);
    rmSync(`${file}.first`);
    expect([taken.status, taken.stderr]).toEqual([0, '']);
    expect(JSON.parse(taken.stdout)).toMatchObject({ rows: lines.length - 1, same: true, unproved: 3 });
    expect(there('import', file).stderr).toContain('That firm is here already');
    const { rows } = await asOwner(
      (c) =>
        c.query(
          'select (select count(*)::int from job_summary) as jobs, (select count(*)::int from document) as documents, (select count(*)::int from log_leaf) as leaves, (select count(*)::int from "user" where two_factor_enabled) as codes',
        ),
      other.env.DATABASE_OWNER_URL,
    );
    // Nobody is asked for codes of an app that this installation knows nothing of.
    expect(rows).toEqual([{ jobs: 12, documents: 3, leaves: 0, codes: 0 }]);
    // Out again, it is the same but for its first line.
    const again = `${file}.again`;
    expect(there('export', again).status).toBe(0);
    expect(readFileSync(again, 'utf8').split('\n').slice(1)).toEqual(readFileSync(file, 'utf8').split('\n').slice(1));
    rmSync(again);
    await other.drop();
  });
});

describe('backups by night', () => {
  const at = (hour: number) => new Date(2026, 2, 2, hour);
  const ago = (hour: number, hours: number) => at(hour).getTime() - hours * 3_600_000;
  it.each([
    [3, null, true],
    [3, 21, true],
    [3, 19, false],
    [14, 21, false],
    [14, 45, true],
    [14, null, true],
  ])('at %i with the last %s hours ago: %s', (hour, hours, isDue) =>
    expect(isBackupDue(hours === null ? null : ago(hour, hours), at(hour))).toBe(isDue),
  );

  it('keeps the last so many days, and always the last one', () => {
    const folder = base.env.BACKUP_FOLDER ?? '';
    const before = readdirSync(folder).filter((name) => name.endsWith('.dump'));
    for (const name of before) utimesSync(join(folder, name), new Date(0), new Date(0));
    expect(run('backup.ts').stdout).toContain(`${before.length} older removed`);
    expect(readdirSync(folder)).toHaveLength(2);
  });
});

describe('a migration that fails', () => {
  it('says what the database said, and leaves nothing half done', async () => {
    const owner = base.env.DATABASE_OWNER_URL;
    await asOwner(
      (c) =>
        c.query(
          'delete from drizzle.__drizzle_migrations where created_at = (select max(created_at) from drizzle.__drizzle_migrations)',
        ),
      owner,
    );
    const failed = run('migrate.ts');
    expect([failed.status, failed.stderr]).toEqual([1, expect.stringMatching(/The database says:\n.*already exists/)]);
    expect(failed.stderr).toContain('none of it stands');
  });
});
