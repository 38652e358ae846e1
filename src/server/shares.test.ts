import { describe, expect, it } from 'vitest';
import { sharesOf } from './shares';

/** Work that goes on until it is told to end. */
function working() {
  const begun: string[] = [];
  const ends = new Map<string, () => void>();
  const of = (name: string) => () => {
    begun.push(name);
    return new Promise<string>((resolve) => ends.set(name, () => resolve(name)));
  };
  const end = async (name: string) => {
    ends.get(name)?.();
    await new Promise(setImmediate);
  };
  return { begun, of, end };
}
const settle = () => new Promise(setImmediate);

describe('shares of a number of places', () => {
  it('gives nobody more than theirs, and what is free to each in turn', async () => {
    const share = sharesOf({ places: 3, mostOfOne: 2, patience: 10_000 });
    const { begun, of, end } = working();
    for (const name of ['a1', 'a2', 'a3', 'a4']) void share('a', of(name));
    void share('b', of('b1'));
    void share('c', of('c1'));
    void share('b', of('b2'));
    await settle();
    expect(begun).toEqual(['a1', 'a2', 'b1']);
    await end('a1');
    // What waits: a's, c's, b's; a has one place of two, and its turn is before theirs.
    expect(begun).toHaveLength(4);
    await end('b1');
    await end('a2');
    expect(new Set(begun.slice(3, 6))).toEqual(new Set(['a3', 'c1', 'b2']));
    for (const name of ['a3', 'c1', 'b2', 'a4']) await end(name);
    expect(begun).toHaveLength(7);
  });

  it('keeps who asks for much from nobody: another begins at once while a hundred of one wait', async () => {
    const share = sharesOf({ places: 4, mostOfOne: 2, patience: 10_000 });
    const { begun, of, end } = working();
    for (let at = 0; at < 100; at += 1) void share('a', of(`a${at}`));
    void share('b', of('b'));
    await settle();
    expect(begun).toEqual(['a0', 'a1', 'b']);
    // None of them is left waiting when the test is over.
    for (let at = 0; at < 100; at += 1) await end(`a${at}`);
    expect(begun).toHaveLength(101);
  });

  it('is given back by work that fails, and asks nothing within itself', async () => {
    const share = sharesOf({ places: 1, mostOfOne: 1, patience: 10_000 });
    await expect(share('a', () => Promise.reject(new Error('failed')))).rejects.toThrow('failed');
    expect(await share('a', () => share('a', () => share('a', () => Promise.resolve('done'))))).toBe('done');
  });

  it('says that it is busy where a place does not come, and forgets who gave up', async () => {
    const share = sharesOf({ places: 1, mostOfOne: 1, patience: 20 });
    const { begun, of, end } = working();
    void share('a', of('first'));
    await expect(share('a', of('second'))).rejects.toMatchObject({ code: '55P03' });
    await end('first');
    void share('b', of('third'));
    await settle();
    expect(begun).toEqual(['first', 'third']);
  });
});
