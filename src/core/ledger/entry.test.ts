import { describe, expect, it } from 'vitest';
import { readDraft, readEntry, upcast } from './entry';
import { currentVersion, entryKindNames, entryKinds } from './kinds';

const id = '0195a000-0000-7000-8000-000000000001';
const raw = (part: object = {}) => ({ id, kind: 'client.named', version: 1, body: { name: 'A' }, madeAt: '2026-03-02T12:00:00.000Z', device: 'd', ...part });

describe('reading an entry from outside', () => {
  it('takes a good one', () => expect(readDraft(raw())).toMatchObject({ ok: true, draft: { kind: 'client.named', body: { name: 'A' } } }));

  it.each<[string, object, RegExp]>([
    ['no uuid', { id: '1' }, /id/],
    ['an unknown kind', { kind: 'client.invented' }, /kind/],
    ['a version of the future', { version: 2 }, /newer than this application knows/],
    ['version nought', { version: 0 }, /version/],
    ['a local time', { madeAt: '2026-03-02 12:00' }, /madeAt/],
    ['no device', { device: '' }, /device/],
    ['a body of another kind', { body: { name: 7 } }, /client.named: name/],
    ['a body that is a list', { body: [] }, /client.named/],
    ['a NUL byte in text', { body: { name: 'A\u0000B' } }, /control characters/],
    ['text without end', { body: { name: 'x'.repeat(201) } }, /name/],
  ])('refuses %s', (_name, part, problem) => {
    const read = readDraft(raw(part));
    expect(read.ok ? '' : read.problem).toMatch(problem);
  });

  it.each([null, 7, 'text', [], undefined])('refuses %j', (value) => expect(readDraft(value).ok).toBe(false));

  it('reads one of the ledger with its maker and number, and refuses one without', () => {
    expect(readEntry(raw({ madeBy: 'p', seq: 4, smuggled: 1 }))).toEqual({ ok: true, entry: { ...raw(), madeBy: 'p', seq: 4 } });
    for (const part of [{ seq: 4 }, { madeBy: '', seq: 4 }, { madeBy: 'p', seq: 0 }, { madeBy: 'p', seq: null }, { madeBy: 'p', seq: 4, version: 2 }]) expect(readEntry(raw(part)).ok).toBe(false);
  });

  it('drops fields it does not know, so that nothing unread is sealed', () => {
    const read = readDraft(raw({ body: { name: 'A', smuggled: true } }));
    expect(read.ok && read.draft.body).toEqual({ name: 'A' });
  });

  it('wants a reason for LIM and N/V, and none for the rest', () => {
    const mark = (outcome: string, reason: string | null) => readDraft(raw({ kind: 'item.marked', body: { item: '3.6', outcome, reason } })).ok;
    expect([mark('LIM', null), mark('N/V', ''), mark('LIM', 'no access'), mark('ok', null), mark('C2', null)]).toEqual([false, false, true, true, true]);
  });
});

describe('versions', () => {
  it('reads an observation of the first version with no reason for its code', () => {
    const fields = { what: 'w', where: 'x', why: 'y', code: 'C3', item: null, wayId: null, regulation: null, livePartsAccessible: false };
    const read = readDraft(raw({ kind: 'observation.noted', version: 1, body: { observationId: id, fields } }));
    expect(read).toMatchObject({ ok: true, draft: { version: 2, body: { fields: { ...fields, codeReason: null } } } });
  });
  it('number upcasts without gaps, each carrying the one before up', () => {
    const steps = [(body: unknown) => ({ ...(body as object), two: true }), (body: unknown) => ({ ...(body as object), three: true })];
    expect(upcast({}, 1, steps)).toEqual({ two: true, three: true });
    expect(upcast({}, 2, steps)).toEqual({ three: true });
    expect(upcast({}, 3, steps)).toEqual({});
  });
  it('are known for every kind', () => {
    expect(entryKindNames.length).toBeGreaterThan(15);
    for (const name of entryKindNames) expect(currentVersion(name)).toBe(entryKinds[name].upcasts.length + 1);
  });
  it('name every kind in the past tense', () => {
    for (const name of entryKindNames) expect(name).toMatch(/^[a-z]+\.([a-z]+ed|taken|brought|struck|overridden|begun|read|made)$/);
  });
});
