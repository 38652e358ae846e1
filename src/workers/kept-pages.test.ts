import { describe, expect, it } from 'vitest';
import { keptAs } from './kept-pages';

describe('pages kept on the device', () => {
  it.each([
    ['/', '/'],
    ['/jobs/j1', '/jobs/j1'],
    ['/jobs/j1/', '/jobs/j1'],
    ['/jobs/j1/circuits', '/jobs/j1'],
    ['/jobs/j1/tests', '/jobs/j1'],
    ['/documents/d1', '/documents/d1'],
    ['/practice', '/practice'],
    ['/practice/x/tests', '/practice/x'],
    ['/jobs', null],
    ['/jobs/', null],
    ['/sign-in', null],
    ['/verify/d1', null],
    ['/api/jobs/j1/entries', null],
  ])('%s as %s', (path, kept) => expect(keptAs(path)).toBe(kept));
});
