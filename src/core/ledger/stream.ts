import { type Actor, type Admission, accepted, isTechnical, refused } from './actor';
import { whyUnfit } from './door';
import { type Drafted, type Recorded, envelope, firstIssue, numbered } from './entry';
import { type BodyOf, type InMaking, type Kind, type Kinds, currentVersion } from './kind';
import { type Strike, isStrike, strikesInForce } from './strike';

/** What every folded stream holds beside its own state. */
export type Streamed = {
  /** Every entry by its id, struck or not, in ledger order. */
  readonly entries: ReadonlyMap<string, Recorded>;
  readonly strikes: ReadonlyMap<string, Strike>;
  /** The last number of the ledger that is in it, and how many entries wait for one. */
  readonly head: { readonly seq: number; readonly waiting: number };
};

type EntryOf<K, Name extends keyof K = keyof K> = {
  [N in Name]: Recorded<BodyOf<K[N]>, N & string>;
}[Name];
export type DraftOf<K> = { [N in keyof K]: Drafted<BodyOf<K[N]>, N & string> }[keyof K];

/** What was read, or why it was not: `newer` where another release of the application may read it. */
export type Read<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: string; readonly newer?: true };

/** How many versions of a kind a release that is being rolled out may be ahead. */
const mostVersionsAhead = 3;

type Spec<State extends Streamed, Lists, K extends Kinds<State, Lists>> = {
  readonly kinds: K;
  readonly lists: Lists;
  /** The state nothing has happened in. */
  readonly blank: () => Omit<State, keyof Streamed>;
  /** After each entry that stands: what follows from any entry at all. */
  readonly after?: (state: InMaking<State>, kind: Kind<State, Lists, unknown>) => void;
  /** Once all have been applied: orders. */
  readonly settle?: (state: InMaking<State>) => void;
  /** What is asked of every entry before its own kind is asked. */
  readonly gate?: (state: State, kind: string) => string | null;
};

export type Stream<State extends Streamed, Lists, K extends Kinds<State, Lists>> = {
  readonly kinds: K;
  readonly lists: Lists;
  readonly draft: <N extends keyof K & string>(
    kind: N,
    body: BodyOf<K[N]>,
    made: { readonly id: string; readonly madeAt: string; readonly device: string },
  ) => DraftOf<K>;
  /** Reads an entry from outside: what the ledger could not keep, or give back the same, is refused with a sentence. */
  readonly readDraft: (raw: unknown) => Read<DraftOf<K>>;
  readonly readEntry: (raw: unknown) => Read<EntryOf<K>>;
  readonly fold: (entries: readonly Recorded[]) => State;
  readonly extend: (state: State, entry: Recorded, mine?: Set<string>) => State;
  /** The same state once the ledger has numbered entries that wait in it. */
  readonly number: (state: State, numbered: readonly Recorded[]) => State;
  readonly admit: (state: State, draft: Drafted, actor: Actor) => Admission;
};

/**
 * A stream of entries: how they are read, folded, extended, admitted and struck, whatever it is a stream of.
 *
 * 1. Entries apply in ledger order; those the ledger has not numbered yet come last, in the order given.
 * 2. The same entry twice is the same as once.
 * 3. A struck entry does not apply; a strike that is itself struck does not strike.
 * 4. Extending by an entry, or numbering some that wait, gives what folding everything again would give.
 */
export function streamOf<State extends Streamed, Lists, K extends Kinds<State, Lists>>(
  spec: Spec<State, Lists, K>,
): Stream<State, Lists, K> {
  const kindNamed = (name: string): Kind<State, Lists, unknown> | undefined =>
    Object.hasOwn(spec.kinds, name) ? spec.kinds[name] : undefined;

  function readDraft(raw: unknown): Read<DraftOf<K>> {
    const unfit = whyUnfit(raw);
    return unfit ? { ok: false, problem: unfit } : read(raw);
  }

  function read(raw: unknown): Read<DraftOf<K>> {
    const parsed = envelope.safeParse(raw);
    if (!parsed.success) return { ok: false, problem: `Not an entry: ${firstIssue(parsed.error)}` };
    const { kind: name, version, id } = parsed.data;
    const kind = kindNamed(name);
    if (!kind) return { ok: false, problem: `Not an entry: there is no kind ${name}.` };
    const current = currentVersion(kind);
    if (version > current)
      return {
        ok: false,
        problem: `${name} version ${version} is newer than this application knows (${current}).`,
        ...(version <= current + mostVersionsAhead && { newer: true }),
      };
    const upcasted = kind.versions
      .slice(version - 1)
      .reduce((body: unknown, step) => step.upcast(body, { id }), parsed.data.body);
    const body = kind.body.safeParse(upcasted);
    if (!body.success) return { ok: false, problem: `${name}: ${firstIssue(body.error)}` };
    return { ok: true, value: { ...parsed.data, version: current, body: body.data } as DraftOf<K> };
  }

  function readEntry(raw: unknown): Read<EntryOf<K>> {
    const draft = read(raw);
    if (!draft.ok) return draft;
    const parsed = numbered.safeParse(raw);
    return parsed.success
      ? { ok: true, value: { ...draft.value, ...parsed.data } as EntryOf<K> }
      : { ok: false, problem: `Not an entry of the ledger: ${firstIssue(parsed.error)}` };
  }

  function apply(state: InMaking<State>, entry: Recorded, strike: Strike | null): void {
    const kind = kindNamed(entry.kind);
    if (!kind) return;
    if (!strike || kind.keepsStruck) kind.apply(state, entry, strike);
    spec.after?.(state, kind);
  }

  function fold(entries: readonly Recorded[]): State {
    const byId = inOrder(entries);
    const ordered = [...byId.values()];
    const strikes = strikesInForce(ordered);
    const state = { ...spec.blank(), entries: byId, strikes, head: headOf(ordered) } as unknown as InMaking<State>;
    for (const entry of ordered) apply(state, entry, strikes.get(entry.id) ?? null);
    spec.settle?.(state);
    return state as unknown as State;
  }

  /**
   * The same as folding everything again, for less where the entry comes last and strikes nothing that is settled. For
   * a batch, `mine` names the parts copied for it already: those are changed in place, so nobody else may hold a state
   * between its first and its last entry.
   */
  function extend(state: State, entry: Recorded, mine = new Set<string>()): State {
    const anew = () => {
      mine.clear();
      return fold([...state.entries.values(), entry]);
    };
    const own = <T>(name: string, held: T, copy: () => T): T => {
      if (mine.has(name)) return held;
      mine.add(name);
      return copy();
    };
    const { seq, waiting } = state.head;
    const comesLast = entry.seq === null || (waiting === 0 && entry.seq > seq);
    if (state.entries.has(entry.id) || state.strikes.has(entry.id) || !comesLast) return anew();
    const target = isStrike(entry) ? state.entries.get(entry.body.entryId) : undefined;
    const kind = kindNamed((target ?? entry).kind);
    if (!kind || (isStrike(entry) && (!target || !kind.mark || state.strikes.has(target.id)))) return anew();
    const next = { ...state } as unknown as InMaking<State>;
    for (const name of kind.touches) {
      const held: unknown = state[name];
      (next as Record<keyof State, unknown>)[name] = own(String(name), held, () =>
        held instanceof Map ? new Map(held) : [...(held as unknown[])],
      );
    }
    Object.assign(next, {
      entries: own('entries', state.entries as Map<string, Recorded>, () => new Map(state.entries)).set(
        entry.id,
        entry,
      ),
      head: { seq: entry.seq ?? seq, waiting: waiting + Number(entry.seq === null) },
    });
    if (isStrike(entry) && target) {
      const strike = { by: entry, why: entry.body.why };
      const strikes = own('strikes', state.strikes as Map<string, Strike>, () => new Map(state.strikes));
      Object.assign(next, { strikes: strikes.set(target.id, strike) });
      kind.mark?.(next, target, strike);
      spec.after?.(next, kindNamed(entry.kind) ?? kind);
    } else {
      apply(next, entry, null);
    }
    spec.settle?.(next);
    return next as unknown as State;
  }

  /** As folding everything again, for less where they are the next that wait and their kinds say how they are numbered. */
  function number(state: State, numbered: readonly Recorded[]): State {
    const { seq, waiting } = state.head;
    const entries = new Map(state.entries);
    for (const entry of numbered) entries.set(entry.id, entry);
    const next = [...state.entries.values()].slice(-waiting || Infinity);
    let last = seq;
    const isSimple = numbered.every((entry, index) => {
      const follows = entry.seq !== null && entry.seq > last && next[index]?.id === entry.id;
      last = entry.seq ?? last;
      return follows && kindNamed(entry.kind)?.numbered !== undefined;
    });
    if (!isSimple) return fold([...entries.values()]);
    const made = { ...state, entries, head: { seq: last, waiting: waiting - numbered.length } } as unknown as State;
    const making = made as unknown as InMaking<State>;
    const mine = new Set<keyof State>();
    for (const entry of numbered) {
      const kind = kindNamed(entry.kind);
      for (const name of kind?.touches ?? []) {
        if (mine.has(name)) continue;
        mine.add(name);
        const held: unknown = making[name];
        (making as Record<keyof State, unknown>)[name] = held instanceof Map ? new Map(held) : [...(held as unknown[])];
      }
      kind?.numbered?.(making, entry);
    }
    return made;
  }

  function admit(state: State, draft: Drafted, actor: Actor): Admission {
    if (state.entries.has(draft.id)) return accepted;
    const kind = kindNamed(draft.kind);
    if (!kind) return refused(`There is no kind ${draft.kind} of entry.`);
    const atTheGate = spec.gate?.(state, draft.kind) ?? null;
    if (atTheGate) return refused(atTheGate);
    if (!kind.office && !isTechnical(actor))
      return refused('Only an inspector or supervisor records this. The office keeps clients, sites and briefs.');
    const reason =
      draft.kind === 'entry.struck'
        ? whyNotStruck(state, draft.body as { entryId: string }, actor)
        : (kind.admit?.(state, draft.body, { actor, lists: spec.lists, madeAt: draft.madeAt }) ?? null);
    return reason ? refused(reason) : accepted;
  }

  function whyNotStruck(state: State, { entryId }: { entryId: string }, actor: Actor): string | null {
    const target = state.entries.get(entryId);
    if (!target) return 'There is no such entry to strike.';
    const earlier = state.strikes.get(entryId);
    if (earlier) return `It was struck already: ${earlier.why}`;
    const kind = kindNamed(target.kind);
    // Striking a strike brings back what it struck: it is that which has to be the office's.
    const concerned = isStrike(target) ? kindNamed(state.entries.get(target.body.entryId)?.kind ?? '') : kind;
    if (!(kind?.office && concerned?.office) && !isTechnical(actor))
      return 'The office strikes only what the office may record.';
    return kind?.strike?.(state, target, actor) ?? null;
  }

  return {
    kinds: spec.kinds,
    lists: spec.lists,
    draft: (kind, body, made) =>
      ({
        ...made,
        kind,
        version: currentVersion(spec.kinds[kind] as Kind<State, Lists, unknown>),
        body,
      }) as unknown as DraftOf<K>,
    readDraft,
    readEntry,
    fold,
    extend,
    number,
    admit,
  };
}

const headOf = (ordered: readonly Recorded[]): Streamed['head'] => ({
  seq: ordered.reduce((most, { seq }) => Math.max(most, seq ?? 0), 0),
  waiting: ordered.filter(({ seq }) => seq === null).length,
});

const placeOf = (entry: Recorded): number => entry.seq ?? Infinity;

/** Each entry once, by its id, in ledger order. */
function inOrder(entries: readonly Recorded[]): Map<string, Recorded> {
  const unique = new Map<string, Recorded>();
  let ordered = true;
  let last = 0;
  for (const entry of entries) {
    const known = unique.get(entry.id);
    if (known && (known.seq !== null || entry.seq === null)) continue;
    unique.set(entry.id, entry);
    ordered &&= !known && placeOf(entry) >= last;
    last = placeOf(entry);
  }
  if (ordered) return unique;
  return new Map([...unique].sort(([, a], [, b]) => (placeOf(a) < placeOf(b) ? -1 : placeOf(a) > placeOf(b) ? 1 : 0)));
}
