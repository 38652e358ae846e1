import { spawnSync } from 'node:child_process';
import { expect, it } from 'vitest';

it('what another firm asks for, what cannot be read, and what is tampered with: all of it holds', () => {
  const { stdout, status } = spawnSync(process.execPath, ['scripts/attack.mjs', '--short'], { encoding: 'utf8' });
  expect(stdout).toMatch(/asked for what is another firm’s: [1-9]\d\d tried/);
  expect(stdout).toMatch(/malformed requests: 4\d\d tried/);
  expect(stdout).toMatch(/entries nobody makes: [1-9]\d+ tried/);
  expect(stdout).toMatch(/files that are no pictures: 14 tried/);
  expect(stdout).toMatch(/saved files that were changed: 23 tried/);
  expect(stdout).toMatch(/sessions and keys that are none: [1-9]\d\d tried/);
  expect(stdout).toMatch(/tamperings: 65 tried, 65 held/);
  expect([stdout.split('\n').filter((line) => /failed/.test(line) && !/ 0 failed/.test(line)), status]).toEqual([
    [],
    0,
  ]);
}, 300_000);
