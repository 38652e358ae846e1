import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cottageEntries, sha256 } from '../../../tests/support/entries';
import { canonical } from './canonical';
import { type SealedEntry, seal, verify } from './seal';

const entries = (cottageEntries().slice(0, 25) as unknown as SealedEntry[]).map((entry) => ({
  ...entry,
  recordedAt: '2026-03-02T12:00:05.000Z',
}));
const model = { number: 'EICR-1', rows: [1, 2, 3] };

describe('the canonical form', () => {
  it.each([
    [{ b: 1, a: [true, null, 'é'] }, '{"a":[true,null,"é"],"b":1}'],
    [{ a: undefined, b: -0 }, '{"b":0}'],
    ['line\n', '"line\\n"'],
    [0.1, '0.1'],
  ])('of %j is %s', (value, text) => expect(canonical(value)).toBe(text));
  it.each([Number.NaN, Number.POSITIVE_INFINITY, () => 1, Symbol('x'), 1n])('does not exist for %s', (value) =>
    expect(() => canonical(value)).toThrow(),
  );
  it('does not depend on the order of keys, and reads back as the same value', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.jsonValue({ noUnicodeString: false })), (record) => {
        const turned = Object.fromEntries(Object.entries(record).reverse());
        expect(canonical(turned)).toBe(canonical(record));
        expect(canonical(JSON.parse(canonical(record)))).toBe(canonical(record));
      }),
    );
  });
});

describe('the seal', () => {
  it('holds over what it was made from', async () => {
    expect(await verify(entries, model, await seal(entries, model, sha256), sha256)).toEqual({
      intact: true,
      entries: 25,
    });
  });

  it('names the entry whose every single field was changed', async () => {
    const sealed = await seal(entries, model, sha256);
    for (const change of [
      { body: { changed: true } },
      { kind: 'x' },
      { version: 2 },
      { madeAt: '2020-01-01T00:00:00.000Z' },
      { madeBy: 'x' },
      { device: 'x' },
      { id: 'x' },
      { recordedAt: '2026-03-02T12:00:05.001Z' },
    ]) {
      const tampered = entries.map((entry, index) => (index === 11 ? { ...entry, ...change } : entry));
      expect(await verify(tampered, model, sealed, sha256)).toMatchObject({ intact: false, what: 'changed', seq: 12 });
    }
  });

  it('notices an entry gone and a changed document, and lets the stream go on after what was sealed', async () => {
    const sealed = await seal(entries, model, sha256);
    expect(
      await verify(
        entries.filter((_, i) => i !== 4),
        model,
        sealed,
        sha256,
      ),
    ).toEqual({ intact: false, what: 'missing', seq: 5 });
    expect(await verify(entries.slice(0, -1), model, sealed, sha256)).toEqual({
      intact: false,
      what: 'missing',
      seq: 25,
    });
    expect(await verify([...entries, { ...(entries[0] as SealedEntry), seq: 26 }], model, sealed, sha256)).toEqual({
      intact: true,
      entries: 25,
    });
    expect(await verify(entries, { ...model, number: 'EICR-2' }, sealed, sha256)).toEqual({
      intact: false,
      what: 'document',
    });
  });

  it('tells an entry put in, taken out or moved, with the others renumbered to hide it', async () => {
    const sealed = await seal(entries, model, sha256);
    const renumbered = (list: readonly SealedEntry[]) => list.map((entry, index) => ({ ...entry, seq: index + 1 }));
    const stranger: SealedEntry = { ...(entries[2] as SealedEntry), id: 'x', madeAt: '2020-01-01T00:00:00.000Z' };
    const check = (list: readonly SealedEntry[]) => verify(renumbered(list), model, sealed, sha256);
    expect(await check([...entries.slice(0, 8), stranger, ...entries.slice(8)])).toEqual({
      intact: false,
      what: 'inserted',
      seq: 9,
    });
    expect(await check(entries.filter((_, index) => index !== 8))).toEqual({ intact: false, what: 'missing', seq: 9 });
    const moved = [...entries.slice(0, 8), entries[15], ...entries.slice(8, 15), ...entries.slice(16)] as SealedEntry[];
    expect(await check(moved)).toMatchObject({ intact: false, what: 'inserted', seq: 9 });
    const swapped = entries.map((entry, index) => (index === 8 ? entries[15] : index === 15 ? entries[8] : entry));
    expect(await check(swapped as SealedEntry[])).toEqual({ intact: false, what: 'moved', seq: 9 });
  });

  it('of before it was over when the server took an entry names what was done as well', async () => {
    const sealed = await seal(entries, model, sha256, 'made');
    const check = (list: readonly SealedEntry[]) =>
      verify(
        list.map((entry, index) => ({ ...entry, recordedAt: 'never', seq: index + 1 })),
        model,
        sealed,
        sha256,
      );
    expect(await check(entries)).toEqual({ intact: true, entries: 25 });
    expect(await check(entries.slice(1))).toEqual({ intact: false, what: 'missing', seq: 1 });
    for (const at of [0, 1, 24])
      expect(
        await check(entries.map((entry, index) => (index === at ? { ...entry, madeBy: 'x' } : entry))),
      ).toMatchObject({ what: 'changed', seq: at + 1 });
    expect((await seal(entries, model, sha256)).links[0]).not.toBe(sealed.links[0]);
  });

  it('cannot be mended by mending the stored links as well', async () => {
    const sealed = await seal(entries, model, sha256);
    const tampered = entries.map((entry, index) => (index === 3 ? { ...entry, device: 'x' } : entry));
    const remade = await seal(tampered, model, sha256);
    expect(await verify(tampered, model, { links: remade.links, documentHash: sealed.documentHash }, sha256)).toEqual({
      intact: false,
      what: 'document',
    });
  });
});
