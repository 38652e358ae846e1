import { plainReading } from '../../scripts/plain-reading.mjs';
import { describe, expect, it } from 'vitest';
import { eventually } from '../../tests/support/eventually';
import { inspector, numbered, opened } from '../../tests/support/entries';
import { jobStream } from '../core/catalogue';
import type { Job } from '../core/job/job';
import type { Drafted, Recorded } from '../core/ledger/entry';
import { type LedgerLink, NotTaken, Unreadable, type SendResult } from './ledger-link';
import { type Keeper, type NewEntry, StreamStore } from './stream-store';
import type { Outgoing } from './on-this-device';

/** A ledger in memory that behaves as the real one: each id once, numbered in order, admission by core. */
class MemoryLedger {
  entries: Recorded[] = numbered(opened().drafts);
  reachable = true;
  /** Whatever of a batch this answers for breaks the server on it. */
  breaksOn: (draft: Drafted) => boolean = () => false;
  readsBreak = false;
  /** Holds an entry this version cannot read. */
  newer: string | null = null;
  loseAnswers = 0;
  link = (): LedgerLink => ({
    send: async (drafts) => {
      if (!this.reachable) throw new TypeError('network');
      if (drafts.some((draft) => this.breaksOn(draft))) throw new NotTaken('The server broke.', true, true);
      const results = drafts.map((draft): SendResult => this.take(draft));
      if (this.loseAnswers > 0) {
        this.loseAnswers -= 1;
        throw new TypeError('answer lost');
      }
      return results;
    },
    fetchAfter: async (seq) => {
      if (this.readsBreak) throw new NotTaken('The server broke.', true, true);
      if (this.newer) throw new Unreadable(this.newer);
      if (!this.reachable) throw new TypeError('network');
      return this.entries.filter((entry) => (entry.seq ?? 0) > seq);
    },
  });
  private take(draft: Drafted): SendResult {
    const known = this.entries.find((entry) => entry.id === draft.id);
    if (known) return { id: draft.id, accepted: true, seq: known.seq ?? 0 };
    const admission = jobStream.admit(jobStream.fold(this.entries), draft, inspector);
    if (!admission.accepted) return { id: draft.id, accepted: false, reason: admission.reason };
    const seq = this.entries.length + 1;
    this.entries.push({ ...draft, madeBy: inspector.id, seq } as Recorded);
    return { id: draft.id, accepted: true, seq };
  }
}

class MemoryKeeper implements Keeper {
  kept = new Map<string, Outgoing>();
  copy = new Map<string, Recorded>();
  load = async (known: ReadonlySet<string>) => ({
    outgoing: [...this.kept.values()].sort((a, b) => a.order - b.order),
    entries: [...this.copy.values()].filter((entry) => !known.has(entry.id)),
    copied: new Set(this.copy.keys()),
  });
  keep = async (items: readonly Outgoing[]) => items.forEach((item) => this.kept.set(item.draft.id, item));
  keepNumbered = async (entries: readonly Recorded[]) =>
    entries.forEach((entry) => {
      this.copy.set(entry.id, entry);
      this.kept.delete(entry.id);
    });
  drop = async (id: string) => void this.kept.delete(id);
}

function browser(ledger: MemoryLedger, keeper = new MemoryKeeper(), link = ledger.link()) {
  const timers: (() => void)[] = [];
  const store = new StreamStore<Job>({
    stream: jobStream,
    actor: inspector,
    streamId: 'job',
    entries: [...ledger.entries],
    keeper,
    link,
    newId: () => crypto.randomUUID(),
    now: () => '2026-03-02T12:00:00.000Z',
    device: 'test',
    later: (work) => {
      timers.push(work);
      return () => timers.splice(timers.indexOf(work), 1);
    },
  });
  return { store, keeper, timers, tick: () => timers.splice(0).forEach((work) => work()) };
}

const ze = (shown: string): NewEntry => ({
  kind: 'reading.taken',
  body: {
    slot: { on: { of: 'supply' }, test: 'ze' },
    value: { is: 'number', shown },
    ...plainReading,
  },
});
const sent = (store: StreamStore<Job>) =>
  eventually(() => expect(store.getSnapshot()).toMatchObject({ unsent: 0, sending: 'sent' }));

describe('a job in one browser', () => {
  it('shows an act at once, keeps it, and sends it', async () => {
    const ledger = new MemoryLedger();
    const { store, keeper } = browser(ledger);
    await store.begin();
    expect(store.append([ze('0.2')])).toEqual({ ok: true });
    expect(store.getSnapshot().state.readings.get('supply/ze')).toHaveLength(1);
    expect(store.getSnapshot().unsent).toBe(1);
    await sent(store);
    expect(ledger.entries).toHaveLength(3);
    expect(keeper.kept.size).toBe(0);
  });

  it('goes on without a network, backs off, and sends everything once when it is back', async () => {
    const ledger = new MemoryLedger();
    const { store, tick, timers } = browser(ledger);
    await store.begin();
    ledger.reachable = false;
    for (const shown of ['0.2', '0.3', '0.4']) store.append([ze(shown)]);
    await eventually(() => expect(store.getSnapshot()).toMatchObject({ sending: 'waiting', unsent: 3 }));
    expect(timers).toHaveLength(1);
    tick();
    await eventually(() => expect(timers).toHaveLength(1));
    ledger.reachable = true;
    store.nudge();
    await sent(store);
    expect(
      ledger.entries
        .filter((e) => e.kind === 'reading.taken')
        .map((e) => (e.body as { value: { shown: string } }).value.shown),
    ).toEqual(['0.2', '0.3', '0.4']);
  });

  it('doubles nothing when an answer is lost on the way back', async () => {
    const ledger = new MemoryLedger();
    const { store, tick, timers } = browser(ledger);
    await store.begin();
    ledger.loseAnswers = 1;
    store.append([ze('0.2')]);
    await eventually(() => expect(timers).toHaveLength(1));
    expect(ledger.entries).toHaveLength(3);
    tick();
    await sent(store);
    expect(ledger.entries).toHaveLength(3);
    expect(store.getSnapshot().state.readings.get('supply/ze')).toHaveLength(1);
  });

  it('says when what others record does not reach it, keeps what is here, and says no more once it does', async () => {
    const ledger = new MemoryLedger();
    const { store } = browser(ledger);
    await store.begin();
    expect(store.getSnapshot().behind).toBeNull();
    ledger.newer = 'It is of a version to come.';
    await expect(store.catchUp()).rejects.toThrow();
    expect(store.getSnapshot().behind).toEqual({ why: 'unreadable', problem: 'It is of a version to come.' });
    expect(store.append([ze('0.2')])).toEqual({ ok: true });
    await sent(store);
    ledger.newer = null;
    ledger.reachable = false;
    await expect(store.catchUp()).rejects.toThrow();
    expect(store.getSnapshot().behind).toEqual({ why: 'offline' });
    expect(store.getSnapshot().state.readings.get('supply/ze')).toHaveLength(1);
    ledger.reachable = true;
    await store.catchUp();
    expect(store.getSnapshot().behind).toBeNull();
  });

  it('survives a reload with the outbox full', async () => {
    const ledger = new MemoryLedger();
    const keeper = new MemoryKeeper();
    const before = browser(ledger, keeper);
    await before.store.begin();
    ledger.reachable = false;
    before.store.append([ze('0.2')]);
    await eventually(() => expect(keeper.kept.size).toBe(1));
    ledger.reachable = true;
    const after = browser(ledger, keeper);
    await after.store.begin();
    await sent(after.store);
    expect(ledger.entries).toHaveLength(3);
  });

  it('opened again from an old page without a network, shows what was sent since and what waits', async () => {
    const ledger = new MemoryLedger();
    const keeper = new MemoryKeeper();
    const oldPage = browser(ledger, keeper);
    const entriesOfOldPage = [...ledger.entries];
    await oldPage.store.begin();
    oldPage.store.append([ze('0.2')]);
    await sent(oldPage.store);
    ledger.reachable = false;
    oldPage.store.append([ze('0.3')]);
    await eventually(() => expect(keeper.kept.size).toBe(1));
    const again = browser({ ...ledger, entries: entriesOfOldPage } as MemoryLedger, keeper, ledger.link());
    await again.store.begin();
    const shown = () =>
      (again.store.getSnapshot().state.readings.get('supply/ze') ?? []).map((r) =>
        r.entry.body.value.is === 'number' ? r.entry.body.value.shown : '',
      );
    expect(shown()).toEqual(['0.2', '0.3']);
    expect(again.store.getSnapshot().unsent).toBe(1);
    ledger.reachable = true;
    again.store.nudge();
    await sent(again.store);
    expect(ledger.entries).toHaveLength(4);
    expect([...keeper.copy.values()].map((entry) => entry.seq)).toEqual([1, 2, 3, 4]);
  });

  it('works on in a browser that keeps nothing', async () => {
    const ledger = new MemoryLedger();
    const keeper = new MemoryKeeper();
    const closed = () => Promise.reject(new Error('private window'));
    Object.assign(keeper, { load: closed, keep: closed, keepNumbered: closed });
    const { store } = browser(ledger, keeper);
    await store.begin();
    expect(store.getSnapshot().loaded).toBe(true);
    store.append([ze('0.2')]);
    await sent(store);
    expect(ledger.entries).toHaveLength(3);
  });

  it('refuses before anything is kept, with the reason', () => {
    const { store, keeper } = browser(new MemoryLedger());
    expect(store.append([{ kind: 'entry.struck', body: { entryId: crypto.randomUUID(), why: 'x' } }])).toEqual({
      ok: false,
      reason: 'There is no such entry to strike.',
    });
    expect(keeper.kept.size).toBe(0);
  });

  it('numbers what it sent, whichever of news and answer comes first, and leaves all else as it stood', async () => {
    const ledger = new MemoryLedger();
    const { send, fetchAfter } = ledger.link();
    let newsFirst = false;
    const held = browser(ledger, new MemoryKeeper(), {
      fetchAfter,
      send: async (drafts) => {
        const results = await send(drafts);
        if (newsFirst) await held.store.catchUp();
        return results;
      },
    });
    const { store } = held;
    await store.begin();
    for (const shown of ['0.2', '0.3']) {
      store.append([ze(shown)]);
      const { boards, readings } = store.getSnapshot().state;
      await sent(store);
      await store.catchUp();
      const { state } = store.getSnapshot();
      expect(state.boards).toBe(boards);
      expect([...state.readings.keys()]).toEqual([...readings.keys()]);
      expect(state).toEqual(jobStream.fold(ledger.entries));
      newsFirst = true;
    }
  });

  it('takes in what others record beside what waits here, in the order of the ledger', async () => {
    const ledger = new MemoryLedger();
    const [a, b] = [browser(ledger), browser(ledger)];
    await Promise.all([a.store.begin(), b.store.begin()]);
    const { boards } = b.store.getSnapshot().state;
    for (const shown of ['0.2', '0.3']) a.store.append([ze(shown)]);
    await sent(a.store);
    await b.store.catchUp();
    expect(b.store.getSnapshot().state.boards).toBe(boards);
    expect(b.store.getSnapshot().state).toEqual(jobStream.fold(ledger.entries));
    ledger.reachable = false;
    b.store.append([ze('0.4')]);
    await eventually(() => expect(b.timers).toHaveLength(1));
    ledger.reachable = true;
    a.store.append([ze('0.5')]);
    await sent(a.store);
    await b.store.catchUp();
    b.store.nudge();
    await sent(b.store);
    expect(b.store.getSnapshot().state).toEqual(jobStream.fold(ledger.entries));
  });

  it('keeps what the ledger refuses, with its reason, until it is put aside', async () => {
    const ledger = new MemoryLedger();
    const [a, b] = [browser(ledger), browser(ledger)];
    await Promise.all([a.store.begin(), b.store.begin()]);
    a.store.append([ze('0.2')]);
    await sent(a.store);
    await b.store.catchUp();
    const target = ledger.entries[1]?.id ?? '';
    const strike = (why: string): NewEntry => ({ kind: 'entry.struck', body: { entryId: target, why } });
    a.store.append([strike('from a')]);
    b.store.append([strike('from b'), ze('0.25')]);
    await eventually(() => expect(a.store.getSnapshot().refused.length + b.store.getSnapshot().refused.length).toBe(1));
    await Promise.all([sent(a.store), sent(b.store)]);
    const loser = b.store.getSnapshot().refused.length ? b : a;
    const [refused] = loser.store.getSnapshot().refused;
    expect(refused?.refused).toMatch(/struck already/);
    expect(loser.keeper.kept.size).toBe(1);
    await Promise.all([a.store.catchUp(), b.store.catchUp()]);
    expect(a.store.getSnapshot().state.readings).toEqual(b.store.getSnapshot().state.readings);
    await loser.store.dismiss(refused?.draft.id ?? '');
    expect(loser.keeper.kept.size).toBe(0);
    expect(loser.store.getSnapshot().refused).toEqual([]);
  });

  const sick = (draft: Drafted) => JSON.stringify(draft.body).includes('"0.35"');
  const offlineWith = async (shown: readonly string[]) => {
    const ledger = new MemoryLedger();
    ledger.reachable = false;
    const held = browser(ledger);
    await held.store.begin();
    for (const each of shown) held.store.append([ze(each)]);
    await eventually(() => expect(held.timers).toHaveLength(1));
    ledger.reachable = true;
    return { ledger, ...held };
  };

  it('finds the one entry the server breaks on: the others go, and it is put aside to be read and sent again', async () => {
    const shown = ['0.31', '0.32', '0.33', '0.34', '0.35', '0.36', '0.37'];
    const { ledger, store } = await offlineWith(shown);
    ledger.breaksOn = sick;
    store.nudge();
    await eventually(() => expect(store.getSnapshot().unsent).toBe(0));
    const taken = () => ledger.entries.filter(({ kind }) => kind === 'reading.taken').length;
    expect(taken()).toBe(6);
    const { refused } = store.getSnapshot();
    expect(refused.map((item) => [item.refused, sick(item.draft)])).toEqual([['The server broke.', true]]);
    ledger.breaksOn = () => false;
    await store.sendAgain(refused[0]?.draft.id ?? '');
    await eventually(() => expect(store.getSnapshot()).toMatchObject({ unsent: 0, refused: [] }));
    expect(taken()).toBe(7);
  });

  it('puts nothing aside while the server answers nothing at all', async () => {
    const { ledger, store, timers } = await offlineWith(['0.35', '0.36']);
    ledger.breaksOn = () => true;
    ledger.readsBreak = true;
    store.nudge();
    await eventually(() => expect(timers).toHaveLength(1));
    expect(store.getSnapshot()).toMatchObject({ unsent: 2, refused: [], sending: 'waiting' });
  });

  it('stops asking when the ledger will never take it as sent', async () => {
    const ledger = new MemoryLedger();
    const refusing: LedgerLink = {
      send: () => Promise.reject(new NotTaken('gone', false)),
      fetchAfter: async () => [],
    };
    const { store, timers } = browser(ledger, new MemoryKeeper(), refusing);
    await store.begin();
    store.append([ze('0.2')]);
    await eventually(() => expect(store.getSnapshot().sending).toBe('waiting'));
    expect(timers).toHaveLength(0);
    expect(store.getSnapshot().unsent).toBe(1);
  });

  it('takes what is brought from elsewhere once, under its own id, with nothing of it to undo', async () => {
    const ledger = new MemoryLedger();
    const { store } = browser(ledger);
    await store.begin();
    const brought = { ...ze('0.2'), id: '0190f3c2-0000-7000-8000-00000000000b' };
    expect([store.bring([brought]), store.bring([brought])]).toEqual([{ ok: true }, { ok: true }]);
    expect(store.getSnapshot().canUndo).toBe(false);
    await eventually(() => expect(ledger.entries.filter(({ id }) => id === brought.id)).toHaveLength(1));
    expect(
      store.bring([{ ...brought, id: '0190f3c2-0000-7000-8000-00000000000c', kind: 'way.added', body: {} }]).ok,
    ).toBe(false);
  });
  it('undoes one act at a time, passing over those that stand no longer and those that recorded nothing', async () => {
    const ledger = new MemoryLedger();
    const { store } = browser(ledger);
    await store.begin();
    store.append([ze('0.2')]);
    const idOf = () => [...store.getSnapshot().state.entries.keys()].at(-1) ?? '';
    const first = idOf();
    store.append([{ ...ze('0.4'), id: '0195a000-0000-7000-8000-0000000000ff' }]);
    store.append([{ ...ze('0.4'), id: '0195a000-0000-7000-8000-0000000000ff' }]);
    store.append([]);
    await sent(store);
    const other = browser(ledger).store;
    await other.begin();
    other.append([
      { kind: 'entry.struck', body: { entryId: '0195a000-0000-7000-8000-0000000000ff', why: 'elsewhere' } },
    ]);
    await sent(other);
    await store.catchUp();
    expect(store.undo()).toEqual({ ok: true });
    expect(store.getSnapshot().state.strikes.has(first)).toBe(true);
    expect(store.getSnapshot().canUndo).toBe(false);
  });

  it('undoes the last act by striking it, and a correction back to what stood before', async () => {
    const ledger = new MemoryLedger();
    const { store } = browser(ledger);
    await store.begin();
    store.append([ze('0.2')]);
    const first = [...store.getSnapshot().state.entries.keys()].at(-1) ?? '';
    store.append([{ kind: 'entry.struck', body: { entryId: first, why: 'Corrected to 0.3' } }, ze('0.3')]);
    const stands = () =>
      (store.getSnapshot().state.readings.get('supply/ze') ?? [])
        .filter((r) => !r.struck)
        .map((r) => (r.entry.body.value.is === 'number' ? r.entry.body.value.shown : ''));
    expect(stands()).toEqual(['0.3']);
    expect(store.undo()).toEqual({ ok: true });
    expect(stands()).toEqual(['0.2']);
    store.undo();
    expect(stands()).toEqual([]);
    expect(store.undo()).toEqual({ ok: true });
    await sent(store);
    expect(ledger.entries.filter((e) => e.kind === 'entry.struck')).toHaveLength(4);
  });
});
