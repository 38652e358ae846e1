import { spawnSync } from 'node:child_process';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { temporaryDatabase } from '../../scripts/setup/serve.mjs';
import { asOwner } from '../support/database';

let base: Awaited<ReturnType<typeof temporaryDatabase>>;
beforeAll(async () => void (base = await temporaryDatabase('commands')));
afterAll(() => base?.drop());

const run = (file: string, ...args: string[]) =>
  spawnSync(process.execPath, ['--conditions=react-server', '--import', 'tsx', `scripts/${file}`, ...args], {
    env: { ...process.env, ...base.env, DEMO_FILE: '.local/commands.demo.json' },
    encoding: 'utf8',
  });
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

describe('a backup', () => {
  it('is a whole dump, and /health would tell of it', async () => {
    const made = run('backup.ts');
    expect([made.status, made.stderr]).toEqual([0, '']);
    const [name = '', ...more] = readdirSync(base.env.BACKUP_FOLDER ?? '');
    expect([name, more]).toEqual([expect.stringMatching(/^\d{4}-.*Z\.dump$/), []]);
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
