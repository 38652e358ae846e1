import 'fake-indexeddb/auto';
import { deleteDB, openDB } from 'idb';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { inspector, numbered, opened } from '../../tests/support/entries';
import { jobStream } from '../core/catalogue';
import type { Drafted, Recorded } from '../core/ledger/entry';
import type { Outgoing } from './on-this-device';

const entries = numbered(opened().drafts);
/** Nothing known yet. */
const nothing = new Set<string>();
const named = (name: string): Drafted => ({
  id: crypto.randomUUID(),
  kind: 'client.named',
  version: 1,
  body: { name },
  madeAt: '2026-03-02T12:00:00.000Z',
  device: 'd',
});
const out = (draft: Drafted, order: number, more: Partial<Outgoing> = {}): Outgoing => ({
  streamId: 'j1',
  madeBy: inspector.id,
  order,
  draft,
  refused: null,
  ...more,
});
const accepted = (draft: Drafted, seq: number): Recorded => ({ ...draft, madeBy: inspector.id, seq });

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
    await device.keepOutgoing([
      out(b, 2),
      out(a, 1),
      out(c, 3, { madeBy: 'somebody else' }),
      out(named('other job'), 1, { streamId: 'j2' }),
    ]);
    await device.keepNumbered('j1', entries);
    const kept = await (await reload()).loadStream('j1', inspector.id, jobStream, nothing);
    expect(kept.outgoing.map(({ draft }) => draft.id)).toEqual([a.id, b.id]);
    expect(kept.entries).toEqual(entries);
    expect((await device.loadStream('j2', inspector.id, jobStream, nothing)).entries).toEqual([]);
  });

  it('moves from the way out to the copy in one step', async () => {
    const device = await reload();
    const draft = named('a');
    await device.keepOutgoing([out(draft, 1)]);
    await device.keepNumbered('j1', [accepted(draft, 2)]);
    expect(await device.loadStream('j1', inspector.id, jobStream, nothing)).toEqual({
      outgoing: [],
      entries: [accepted(draft, 2)],
      copied: new Set([draft.id]),
    });
  });

  it('does not read again what is known, and says that it is kept', async () => {
    const device = await reload();
    await device.keepNumbered('j1', entries);
    const [first, ...others] = entries;
    const kept = await device.loadStream('j1', inspector.id, jobStream, new Set([first?.id ?? '']));
    expect(kept.entries).toEqual(others);
    expect(kept.copied).toEqual(new Set(entries.map(({ id }) => id)));
  });

  it('keeps a refused entry until it is dropped', async () => {
    const device = await reload();
    const draft = named('a');
    await device.keepOutgoing([out(draft, 1, { refused: 'struck already' })]);
    expect((await device.loadStream('j1', inspector.id, jobStream, nothing)).outgoing).toMatchObject([
      { refused: 'struck already' },
    ]);
    await device.dropOutgoing(draft.id);
    expect((await device.loadStream('j1', inspector.id, jobStream, nothing)).outgoing).toEqual([]);
  });

  it('shows what it cannot read as refused with the reason, and leaves unreadable copies to the ledger', async () => {
    const device = await reload();
    const future = { ...named('a'), version: 99 } as Drafted;
    await device.keepOutgoing([out(future, 1)]);
    await device.keepNumbered('j1', [accepted({ ...named('b'), version: 99 } as Drafted, 2)]);
    const kept = await device.loadStream('j1', inspector.id, jobStream, nothing);
    expect(kept.outgoing).toMatchObject([
      { draft: { id: future.id }, refused: expect.stringContaining('newer than this application knows') },
    ]);
    expect(kept.entries).toEqual([]);
  });

  it.each([1, 2])('carries up what version %i kept, of a job then, on its way out and numbered', async (version) => {
    const [draft, copy] = [named('a'), accepted(named('b'), 2)];
    const old = await openDB('orange-ledger', version, {
      upgrade: (db) => {
        db.createObjectStore('outgoing', { keyPath: 'id' }).createIndex('job', 'jobId');
        if (version > 1) db.createObjectStore('numbered', { keyPath: 'id' }).createIndex('job', 'jobId');
      },
    });
    const { streamId: jobId, ...rest } = out(draft, 1);
    await old.put('outgoing', { ...rest, jobId, id: draft.id });
    if (version > 1) await old.put('numbered', { id: copy.id, jobId, entry: copy });
    old.close();
    const kept = await (await reload()).loadStream('j1', inspector.id, jobStream, nothing);
    expect(kept.outgoing).toMatchObject([{ draft: { id: draft.id }, streamId: 'j1' }]);
    expect(kept.entries).toEqual(version > 1 ? [copy] : []);
  });

  it('makes way for a newer version of the page', async () => {
    const device = await reload();
    await device.keepNumbered('j1', entries);
    const newer = await openDB('orange-ledger', 4);
    expect(newer.version).toBe(4);
    newer.close();
  });

  it('forgets jobs for whoever sits down next, and nothing that was not sent', async () => {
    const device = await reload();
    const draft = named('a');
    await device.keepOutgoing([out(draft, 1)]);
    await device.keepNumbered('j1', entries);
    await device.forgetJobs();
    expect(await device.loadStream('j1', inspector.id, jobStream, nothing)).toMatchObject({
      outgoing: [{ draft: { id: draft.id } }],
      entries: [],
    });
  });
});
