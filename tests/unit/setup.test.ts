import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import * as state from '../../scripts/setup/state.mjs';

const { hashOf, local, locked, recall, registerUser, remember, root } = state as {
  hashOf: (paths: string[]) => string;
  local: string;
  root: string;
  locked: <T>(work: () => Promise<T>, name: string) => Promise<T>;
  recall: (name: string) => unknown;
  remember: (name: string, value: unknown) => unknown;
  registerUser: (name: string) => { leave(): boolean };
};
const scratch = join(local, 'setup-test');
const inRoot = (path: string) => path.slice(root.length + 1);
mkdirSync(scratch, { recursive: true });
afterAll(() => {
  for (const path of [scratch, join(local, 'setup-test-users'), join(local, 'setup-test-note.json')])
    rmSync(path, { recursive: true, force: true });
});

describe('what a checkout remembers', () => {
  it('is read back, and nothing where nothing was kept or it is damaged', () => {
    remember('setup-test-note', { port: 5 });
    expect(recall('setup-test-note')).toEqual({ port: 5 });
    writeFileSync(join(local, 'setup-test-note.json'), '{"port":');
    expect(recall('setup-test-note')).toBeNull();
    expect(recall('setup-test-never')).toBeNull();
  });
  it('hashes sources by name and content, tests apart', () => {
    const file = (name: string, text: string) => writeFileSync(join(scratch, name), text);
    const hash = () => hashOf([inRoot(scratch)]);
    file('a.ts', 'one');
    const before = hash();
    file('a.test.ts', 'a test');
    expect(hash()).toBe(before);
    file('a.ts', 'two');
    expect(hash()).not.toBe(before);
    file('a.ts', 'one');
    expect(hash()).toBe(before);
    file('b.ts', '');
    expect(hash()).not.toBe(before);
    expect(hashOf(['no/such/place'])).toHaveLength(64);
  });
});

describe('the lock of a checkout', () => {
  it('lets one in at a time and is gone afterwards, also after a failure', async () => {
    const order: string[] = [];
    const work = (name: string) =>
      locked(async () => {
        order.push(`${name} in`);
        await new Promise(setImmediate);
        order.push(`${name} out`);
      }, 'setup-test-lock');
    await Promise.all([work('a'), work('b')]);
    expect(order).toEqual(
      order[0] === 'a in' ? ['a in', 'a out', 'b in', 'b out'] : ['b in', 'b out', 'a in', 'a out'],
    );
    await expect(locked(() => Promise.reject(new Error('failed')), 'setup-test-lock')).rejects.toThrow('failed');
    expect(existsSync(join(local, 'setup-test-lock'))).toBe(false);
  });
  it('is taken over from a process that is gone', async () => {
    const child = spawn(process.execPath, ['-e', '']);
    await new Promise((resolve) => child.on('exit', resolve));
    // Gone; half written; another process that has its number now.
    for (const left of [String(child.pid), '', `${process.pid} 1`]) {
      writeFileSync(join(local, 'setup-test-lock'), left);
      expect(
        await locked(() => Promise.resolve(readFileSync(join(local, 'setup-test-lock'), 'utf8')), 'setup-test-lock'),
      ).toMatch(new RegExp(`^${process.pid} \\d+$`));
    }
  });
});

describe('users of the database server', () => {
  it('the last to leave is told so, and those that are gone do not count', () => {
    const folder = join(local, 'setup-test-users');
    mkdirSync(folder, { recursive: true });
    writeFileSync(join(folder, '999999999'), '');
    const user = registerUser('setup-test-users');
    expect(readdirSync(folder)).toContain(String(process.pid));
    expect(user.leave()).toBe(true);
    expect(readdirSync(folder)).toEqual([]);
  });
});
