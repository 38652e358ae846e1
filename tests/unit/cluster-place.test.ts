import { mkdirSync, mkdtempSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type Kept, whoseCluster } from '../../scripts/setup/cluster-place.mjs';

let folder = '';
beforeEach(() => void (folder = mkdtempSync(join(tmpdir(), 'orange-ledger-'))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** A checkout that remembers its cluster. */
function checkout(name: string, kept: Kept): string {
  const root = join(folder, name);
  mkdirSync(join(root, '.local'), { recursive: true });
  writeFileSync(join(root, '.local', 'cluster.json'), JSON.stringify(kept));
  return root;
}

describe('the database a folder remembers', () => {
  it('is its own where nothing was remembered, or it was made for it', () => {
    expect(whoseCluster(null, '/here')).toEqual({ is: 'own', data: null });
    const root = join(folder, 'one');
    const kept = { data: '/var/lib/postgresql/one', root };
    expect(whoseCluster(kept, checkout('one', kept))).toEqual({ is: 'own', data: kept.data });
  });

  it.each([true, false])('came along where the folder was moved; told whose it was: %s', (told) => {
    const from = join(folder, 'one');
    const kept = { data: join(from, '.local', 'postgres'), ...(told && { root: from }) };
    checkout('one', kept);
    renameSync(from, join(folder, 'two'));
    const here = join(folder, 'two');
    expect(whoseCluster(kept, here)).toEqual({ is: 'moved', original: from, data: join(here, '.local', 'postgres') });
  });

  it('stays where it is, when it lies outside the folder that was moved', () => {
    const kept = { data: '/var/lib/postgresql/one', root: join(folder, 'gone') };
    expect(whoseCluster(kept, checkout('two', kept))).toEqual({ is: 'moved', original: kept.root, data: kept.data });
  });

  it.each([true, false])('is another’s where the folder was copied; told whose it was: %s', (told) => {
    const from = join(folder, 'one');
    const kept = { data: join(from, '.local', 'postgres'), ...(told && { root: from }) };
    checkout('one', kept);
    expect(whoseCluster(kept, checkout('two', kept))).toEqual({ is: 'copy', original: from, data: kept.data });
  });

  it('came along where another checkout was made since at the old place', () => {
    const from = join(folder, 'one');
    const kept = { data: '/var/lib/postgresql/one', root: from };
    checkout('one', { data: '/var/lib/postgresql/one-2', root: from });
    expect(whoseCluster(kept, checkout('two', kept)).is).toBe('moved');
  });
});
