import { randomBytes, randomInt, randomUUID } from 'node:crypto';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { isReadable, kindOfPath, shownPath } from '../../scripts/setup/shown-path.mjs';

/** Every page and route there is, as the folder tree has it: `/sign/[token]/draft`. */
function routes(folder = 'src/app', at = ''): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((each) =>
    each.isDirectory()
      ? routes(join(folder, each.name), each.name.startsWith('(') ? at : `${at}/${each.name}`)
      : /^(page|route)\.tsx?$/.test(each.name)
        ? [at]
        : [],
  );
}
const letters = 'ABCDEFGHJKMNPQRSTVWXYZ23456789';
/** Keys as they are made: of links, of verification, of codes read out. */
const keys = () => [
  randomBytes(24).toString('base64url'),
  randomBytes(16).toString('hex'),
  Array.from({ length: 10 }, () => letters[randomInt(letters.length)]).join(''),
];

describe('an address that is written down', () => {
  const keyed = routes().filter((route) => route.includes('[token]'));

  it('is of more pages than one that are keys', () => expect(keyed.length).toBeGreaterThan(7));

  it.each([...keyed, '/api/auth/reset-password/[token]'])('%s shows no key', (route) => {
    for (let time = 0; time < 200; time += 1)
      for (const key of keys()) {
        const encoded = `%${key.charCodeAt(0).toString(16)}${key.slice(1)}`;
        for (const typed of [key, encoded]) {
          const path = route.replace('[token]', typed);
          for (const shown of [shownPath(path), shownPath(`${path}?token=${typed}`), kindOfPath(path)])
            expect(shown).not.toContain(key.slice(1));
        }
      }
  });

  it.each([
    ['/jobs', '/jobs'],
    [
      '/api/jobs/01a23284-a34b-7751-a354-c653a5b8e8ad/entries?since=3',
      '/api/jobs/01a23284-a34b-7751-a354-c653a5b8e8ad/entries',
    ],
    ['/sign-in/new-password#k', '/sign-in/new-password'],
    ['/manifest.webmanifest', '/…'],
    ['/%73ign/abc123', '/…/…'],
    ['/', '/'],
  ])('%s is shown as %s', (url, shown) => expect(shownPath(url)).toBe(shown));

  it('is of one kind whatever its ids', () => {
    expect(kindOfPath(`/jobs/${randomUUID()}/review`)).toBe('/jobs/:id/review');
    expect(kindOfPath('/_next/static/chunks/a1b2.js')).toBe('/_next');
  });
});

describe('an address that can be read', () => {
  it.each([
    ['/jobs', true],
    ['/jobs?q=a+b%20c&x=%F0%9F%94%8C', true],
    ['/%', false],
    ['/jobs/%ff', false],
    ['/jobs?q=%', false],
    ['/jobs?q=%00', false],
    ['/%ed%a0%80', false],
    ['/jobs/%c0%ae', false],
  ])('%s: %s', (url, is) => expect(isReadable(url)).toBe(is));
});
