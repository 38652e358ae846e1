import type { Actor } from '../core/ledger/actor';
import type { Drafted, Recorded } from '../core/ledger/entry';
import type { Admission } from '../core/ledger/actor';
import type { Streamed } from '../core/ledger/stream';
import { type LedgerLink, NotTaken, Unreadable, type SendResult } from './ledger-link';
import type { Kept, Outgoing } from './on-this-device';

/** Where entries are kept between reloads. */
export type Keeper = {
  /** What is kept, but for the entries already known. */
  load(known: ReadonlySet<string>): Promise<Kept>;
  keep(items: readonly Outgoing[]): Promise<void>;
  /** Keeps entries the ledger has numbered, and takes them off those on their way out. */
  keepNumbered(entries: readonly Recorded[]): Promise<void>;
  drop(id: string): Promise<void>;
};

export type Sending = 'sent' | 'sending' | 'waiting' | 'server full';

/** Without an answer of the server, or with one this version cannot read: what is here stays as it is. */
export type Behind = { readonly why: 'offline' } | { readonly why: 'unreadable'; readonly problem: string };

export type Snapshot<State> = {
  readonly state: State;
  readonly sending: Sending;
  /** Entries saved here and not yet sent. */
  readonly unsent: number;
  readonly refused: readonly Outgoing[];
  readonly canUndo: boolean;
  /** Whether what waits in this browser has been read: until then nothing is shown as settled. */
  readonly loaded: boolean;
  /** Why what others record does not reach this device; null while it does. */
  readonly behind: Behind | null;
};

/** An act to be recorded; what an instrument made elsewhere brings its own id and time, and counts once. */
export type NewEntry = {
  readonly kind: string;
  readonly body: unknown;
  readonly id?: string;
  readonly madeAt?: string;
};

/** What the store asks of the stream it holds: the same machinery as the server's. */
export type HeldStream<State> = {
  readonly kinds: Readonly<Record<string, { readonly versions: readonly unknown[] }>>;
  readonly fold: (entries: readonly Recorded[]) => State;
  readonly extend: (state: State, entry: Recorded, mine?: Set<string>) => State;
  readonly number: (state: State, numbered: readonly Recorded[]) => State;
  readonly admit: (state: State, draft: Drafted, actor: Actor) => Admission;
};

export type AppendOutcome = { readonly ok: true } | { readonly ok: false; readonly reason: string };

const batchSize = 50;
const firstWaitMillis = 500;
const longestWaitMillis = 30_000;

type Options<State> = {
  readonly stream: HeldStream<State>;
  readonly actor: Actor;
  readonly streamId: string;
  readonly entries: readonly Recorded[];
  readonly keeper: Keeper;
  readonly link: LedgerLink;
  readonly newId: () => string;
  readonly now: () => string;
  readonly device: string;
  readonly later: (work: () => void, millis: number) => () => void;
};

/**
 * A stream as one browser holds it: the ledger's entries, what was made here and not sent yet, and their fold.
 *
 * 1. An act shows at once and is kept before it is sent.
 * 2. An entry leaves the outbox only when the ledger has answered for it.
 * 3. Sending again is harmless: ids are made here and the ledger takes each once.
 * 4. A refused entry stays, with the reason, until the person dismisses it.
 * 5. What the ledger has numbered is kept too: a page opened without the network begins from an old one and this copy.
 */
export class StreamStore<State extends Streamed> {
  private confirmed: Map<string, Recorded>;
  private outgoing: Outgoing[] = [];
  private listeners = new Set<() => void>();
  private undoable: (readonly string[])[] = [];
  private sending: Sending = 'sent';
  private busy = false;
  private nudged = false;
  private loaded = false;
  private behind: Behind | null = null;
  private wait = firstWaitMillis;
  private cancelWait: (() => void) | null = null;
  private order = 0;
  private state: State;
  private snapshot: Snapshot<State>;

  constructor(private readonly options: Options<State>) {
    this.confirmed = new Map(options.entries.map((entry) => [entry.id, entry]));
    this.state = options.stream.fold(options.entries);
    this.snapshot = this.makeSnapshot();
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  getSnapshot = (): Snapshot<State> => this.snapshot;

  /** Reads what this device keeps of the job and begins to send what waits. */
  async begin(): Promise<void> {
    // A browser that keeps nothing (private windows) has nothing to read.
    const kept = await this.options.keeper
      .load(new Set(this.confirmed.keys()))
      .catch((): Kept => ({ outgoing: [], entries: [], copied: new Set() }));
    const uncopied = [...this.confirmed.values()].filter((entry) => !kept.copied.has(entry.id));
    const isNews = kept.entries.some((entry) => !this.confirmed.has(entry.id)) || kept.outgoing.length > 0;
    for (const entry of kept.entries) if (!this.confirmed.has(entry.id)) this.confirmed.set(entry.id, entry);
    const known = new Set(this.outgoing.map((item) => item.draft.id));
    this.outgoing = [
      ...kept.outgoing.filter((item) => !known.has(item.draft.id) && !this.confirmed.has(item.draft.id)),
      ...this.outgoing,
    ];
    this.order = Math.max(this.order, ...kept.outgoing.map((item) => item.order));
    this.loaded = true;
    if (isNews) this.refold();
    else this.changed();
    void this.settle(uncopied);
    void this.flush();
  }

  /** Records one act: all of its entries, or none with the reason. */
  append(entries: readonly NewEntry[]): AppendOutcome {
    return this.act(entries, (ids) => this.undoable.push(ids));
  }

  /** Records what was made elsewhere, under ids of its own: there is nothing of it to undo. */
  bring(entries: readonly (NewEntry & { readonly id: string })[]): AppendOutcome {
    return this.act(entries, () => undefined);
  }

  private act(entries: readonly NewEntry[], remember: (ids: readonly string[]) => void): AppendOutcome {
    const drafts: Drafted[] = [];
    const mine = new Set<string>();
    let { state } = this;
    const { newId, now, device, stream, actor } = this.options;
    for (const { kind, body, id, madeAt } of entries) {
      if (id && state.entries.has(id)) continue;
      const version = (stream.kinds[kind]?.versions.length ?? 0) + 1;
      const draft: Drafted = { id: id ?? newId(), kind, version, body, madeAt: madeAt ?? now(), device };
      const admission = stream.admit(state, draft, actor);
      if (!admission.accepted) return { ok: false, reason: admission.reason };
      drafts.push(draft);
      state = stream.extend(state, this.asEntry(draft), mine);
    }
    if (drafts.length === 0) return { ok: true };
    remember(drafts.map((draft) => draft.id));
    this.state = state;
    this.take(drafts);
    return { ok: true };
  }

  /** Strikes the entries of the last act made here, newest first; entries the ledger never took are simply withdrawn. */
  undo(): AppendOutcome {
    for (let ids = this.undoable.pop(); ids; ids = this.undoable.pop()) {
      const standing = ids.filter((id) => this.state.entries.has(id) && !this.state.strikes.has(id)).reverse();
      if (standing.length === 0) continue;
      const outcome = this.act(
        standing.map((entryId) => ({ kind: 'entry.struck', body: { entryId, why: 'Undone' } })),
        () => undefined,
      );
      if (!outcome.ok) this.undoable.push(ids);
      this.changed();
      return outcome;
    }
    this.changed();
    return { ok: true };
  }

  /** Takes a refused entry out of this browser: the person has read why. */
  async dismiss(id: string): Promise<void> {
    this.outgoing = this.outgoing.filter((item) => item.draft.id !== id);
    this.changed();
    await this.options.keeper.drop(id);
  }

  /** Sends a refused entry once more, as it was made. */
  async sendAgain(id: string): Promise<void> {
    const items = this.outgoing.filter((item) => item.draft.id === id).map((item) => ({ ...item, refused: null }));
    this.outgoing = this.outgoing.map((item) => items.find((each) => each.draft.id === item.draft.id) ?? item);
    this.refold();
    await this.options.keeper.keep(items).catch(() => undefined);
    this.nudge();
  }

  /** Asks the ledger for every entry this browser lacks: after the last number up to which it has them all. */
  async catchUp(): Promise<void> {
    const known = new Set([...this.confirmed.values()].map((entry) => entry.seq));
    let upTo = 0;
    while (known.has(upTo + 1)) upTo += 1;
    const fresh = await this.options.link.fetchAfter(upTo).catch((error: unknown) => {
      this.fallBehind(error instanceof Unreadable ? { why: 'unreadable', problem: error.message } : { why: 'offline' });
      throw error;
    });
    this.fallBehind(null);
    // What was sent from here may be answered while this was asked: news of it is no news.
    const news = fresh.filter((entry) => this.confirmed.get(entry.id)?.seq !== entry.seq);
    if (news.length === 0) return;
    for (const entry of news) this.confirmed.set(entry.id, entry);
    await this.settle(news);
    this.learn(news);
  }

  /** What keeps the entries of others from this device, or that nothing does. */
  private fallBehind(behind: Behind | null): void {
    if (this.behind?.why === behind?.why) return;
    this.behind = behind;
    this.changed();
  }

  /** Tries at once instead of at the end of the wait: the network is back, or the person asked. */
  nudge = (): void => {
    this.cancelWait?.();
    this.cancelWait = null;
    this.wait = firstWaitMillis;
    this.nudged = this.busy;
    void this.flush();
  };

  private take(drafts: readonly Drafted[]): void {
    const { streamId, actor } = this.options;
    const items = drafts.map((draft): Outgoing => ({
      streamId,
      madeBy: actor.id,
      order: (this.order += 1),
      draft,
      refused: null,
    }));
    this.outgoing = [...this.outgoing, ...items];
    if (this.sending === 'sent') this.sending = 'sending';
    this.changed();
    // Sent even when this browser cannot keep it (private windows): then the copy on the wire is the only one.
    void this.options.keeper
      .keep(items)
      .catch(() => undefined)
      .then(() => this.flush());
  }

  private async flush(): Promise<void> {
    if (this.busy || this.cancelWait || !this.loaded) return;
    this.busy = true;
    try {
      for (;;) {
        const next = this.outgoing.filter((item) => item.refused === null).slice(0, batchSize);
        if (next.length === 0) break;
        await this.send(next);
        this.wait = firstWaitMillis;
      }
      this.sending = 'sent';
    } catch (error) {
      this.sending = error instanceof NotTaken && error.full ? 'server full' : 'waiting';
      if (!(error instanceof NotTaken) || error.retry) this.waitThenFlush();
    } finally {
      this.busy = false;
      this.changed();
    }
    // Asked to try at once while it was trying: what failed then may go well now.
    if (this.nudged && this.cancelWait) this.nudge();
  }

  /**
   * Sends a batch. Where the server breaks on it, halves it: the healthy ones go, and one it breaks on alone, while it
   * answers otherwise, is put aside with the reason instead of being sent for ever.
   */
  private async send(batch: readonly Outgoing[], again = false): Promise<void> {
    try {
      return await this.answered(batch, await this.options.link.send(batch.map((item) => item.draft)));
    } catch (error) {
      if (!(error instanceof NotTaken) || !error.broken) throw error;
      const [only] = batch;
      if (!only) return;
      if (batch.length === 1) {
        // A server that answers nothing at all is in trouble itself: then nothing is put aside.
        await this.options.link.fetchAfter(this.state.head.seq);
        if (!again) return this.send(batch, true);
        return this.answered(batch, [{ id: only.draft.id, accepted: false, reason: error.message }]);
      }
      const half = Math.ceil(batch.length / 2);
      await this.send(batch.slice(0, half));
      await this.send(batch.slice(half));
    }
  }

  private async answered(sent: readonly Outgoing[], results: readonly SendResult[]): Promise<void> {
    const byId = new Map(results.map((result) => [result.id, result]));
    const taken: Recorded[] = [];
    const refusals: Outgoing[] = [];
    for (const item of sent) {
      const result = byId.get(item.draft.id);
      if (!result) throw new NotTaken('The server did not answer for every entry', true);
      if (result.accepted) {
        taken.push({ ...this.asEntry(item.draft), seq: result.seq });
      } else refusals.push({ ...item, refused: result.reason });
    }
    if (refusals.length > 0) {
      const byRefused = new Map(refusals.map((item) => [item.draft.id, item]));
      this.outgoing = this.outgoing.map((item) => byRefused.get(item.draft.id) ?? item);
      await this.options.keeper.keep(refusals).catch(() => undefined);
    }
    for (const entry of taken) this.confirmed.set(entry.id, entry);
    await this.settle(taken);
    if (refusals.length > 0) return this.refold();
    this.learn(taken);
  }

  /** Takes in what the ledger has numbered, made here or by others, and leaves alone what it does not change. */
  private learn(entries: readonly Recorded[]): void {
    const { stream } = this.options;
    const waiting = entries.filter(({ id }) => this.state.entries.get(id)?.seq === null);
    if (waiting.length > 0) this.state = stream.number(this.state, waiting);
    const others = entries.filter(({ id }) => !this.state.entries.has(id));
    // Others' entries stand before what waits here: that is one fold, not one for each of them.
    if (others.length > 0 && this.state.head.waiting > 0) return this.refold();
    const mine = new Set<string>();
    for (const entry of others) this.state = stream.extend(this.state, entry, mine);
    this.changed();
  }

  private async settle(entries: readonly Recorded[]): Promise<void> {
    if (entries.length === 0) return;
    const done = new Set(entries.map((entry) => entry.id));
    this.outgoing = this.outgoing.filter((item) => !done.has(item.draft.id));
    await this.options.keeper.keepNumbered(entries).catch(() => undefined);
  }

  private waitThenFlush(): void {
    const millis = this.wait;
    this.wait = Math.min(this.wait * 2, longestWaitMillis);
    this.cancelWait = this.options.later(() => {
      this.cancelWait = null;
      void this.flush();
    }, millis);
  }

  private asEntry = (draft: Drafted): Recorded => ({ ...draft, madeBy: this.options.actor.id, seq: null });

  private entries(): Recorded[] {
    const waiting = this.outgoing.filter((item) => item.refused === null).map((item) => this.asEntry(item.draft));
    return [...this.confirmed.values(), ...waiting];
  }

  private makeSnapshot(): Snapshot<State> {
    const unsent = this.outgoing.filter((item) => item.refused === null).length;
    return {
      state: this.state,
      sending: unsent === 0 ? 'sent' : this.sending,
      unsent,
      refused: this.outgoing.filter((item) => item.refused !== null),
      canUndo: this.undoable.length > 0,
      loaded: this.loaded,
      behind: this.behind,
    };
  }

  /** After anything but an act made here: what came from the ledger may stand before what waits. */
  private refold(): void {
    this.state = this.options.stream.fold(this.entries());
    this.changed();
  }

  private changed(): void {
    this.snapshot = this.makeSnapshot();
    this.listeners.forEach((listener) => listener());
  }
}
