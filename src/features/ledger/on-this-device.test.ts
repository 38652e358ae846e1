import 'fake-indexeddb/auto';
import { deleteDB, openDB } from 'idb';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { inspector, numbered, opened } from '../../../tests/support/entries';
import type { Draft, Entry } from '../../core/ledger/entry';
import type { Outgoing } from './on-this-device';

const entries = numbered(opened().drafts);
const named = (name: string): Draft => ({ id: crypto.randomUUID(), kind: 'client.named', version: 1, body: { name }, madeAt: '2026-03-02T12:00:00.000Z', device: 'd' });
const out = (draft: Draft, order: number, more: Partial<Outgoing> = {}): Outgoing => ({ jobId: 'j1', madeBy: inspector.id, order, draft, refused: null, ...more });
const accepted = (draft: Draft, seq: number): Entry => ({ ...draft, madeBy: inspector.id, seq });

/** The module anew, as on a reload; what it kept stays. */
const reload = async () => {
  vi.resetModules();
  return import('./on-this-device');
};

beforeEach(async () => {
  const db = await openDB('orange-ledger');
  db.close();
  await deleteDB('orange-ledger');
});

describe('what a device keeps of a job', () => {
  it('is there after a reload, oldest first, for its maker and its job alone', async () => {
    const [a, b, c] = [named('a'), named('b'), named('c')];
    const device = await reload();
    await device.keepOutgoing([out(b, 2), out(a, 1), out(c, 3, { madeBy: 'somebody else' }), out(named('other job'), 1, { jobId: 'j2' })]);
    await device.keepNumbered('j1', entries);
    const kept = await (await reload()).loadJob('j1', inspector.id);
    expect(kept.outgoing.map(({ draft }) => draft.id)).toEqual([a.id, b.id]);
    expect(kept.entries).toEqual(entries);
    expect((await device.loadJob('j2', inspector.id)).entries).toEqual([]);
  });

  it('moves from the way out to the copy in one step', async () => {
    const device = await reload();
    const draft = named('a');
    await device.keepOutgoing([out(draft, 1)]);
    await device.keepNumbered('j1', [accepted(draft, 2)]);
    expect(await device.loadJob('j1', inspector.id)).toEqual({ outgoing: [], entries: [accepted(draft, 2)] });
  });

  it('keeps a refused entry until it is dropped', async () => {
    const device = await reload();
    const draft = named('a');
    await device.keepOutgoing([out(draft, 1, { refused: 'struck already' })]);
    expect((await device.loadJob('j1', inspector.id)).outgoing).toMatchObject([{ refused: 'struck already' }]);
    await device.dropOutgoing(draft.id);
    expect((await device.loadJob('j1', inspector.id)).outgoing).toEqual([]);
  });

  it('shows what it cannot read as refused with the reason, and leaves unreadable copies to the ledger', async () => {
    const device = await reload();
    const future = { ...named('a'), version: 99 } as Draft;
    await device.keepOutgoing([out(future, 1)]);
    await device.keepNumbered('j1', [accepted({ ...named('b'), version: 99 } as Draft, 2)]);
    const kept = await device.loadJob('j1', inspector.id);
    expect(kept.outgoing).toMatchObject([{ draft: { id: future.id }, refused: expect.stringContaining('newer than this application knows') }]);
    expect(kept.entries).toEqual([]);
  });

  it('carries up what the version before kept on its way out', async () => {
    const draft = named('a');
    const old = await openDB('orange-ledger', 1, { upgrade: (db) => db.createObjectStore('outgoing', { keyPath: 'id' }).createIndex('job', 'jobId') });
    await old.put('outgoing', { ...out(draft, 1), id: draft.id });
    old.close();
    expect((await (await reload()).loadJob('j1', inspector.id)).outgoing).toMatchObject([{ draft: { id: draft.id } }]);
  });

  it('makes way for a newer version of the page', async () => {
    const device = await reload();
    await device.keepNumbered('j1', entries);
    const newer = await openDB('orange-ledger', 3);
    expect(newer.version).toBe(3);
    newer.close();
  });

  it('forgets jobs for whoever sits down next, and nothing that was not sent', async () => {
    const device = await reload();
    const draft = named('a');
    await device.keepOutgoing([out(draft, 1)]);
    await device.keepNumbered('j1', entries);
    await device.forgetJobs();
    expect(await device.loadJob('j1', inspector.id)).toMatchObject({ outgoing: [{ draft: { id: draft.id } }], entries: [] });
  });
});
