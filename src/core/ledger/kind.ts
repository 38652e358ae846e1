import type { z } from 'zod';
import type { Actor } from './actor';
import type { Recorded } from './entry';
import type { Strike } from './strike';

/** How the body of one version is read as the next: named after what changed, numbered by its place in the list. */
export type Version = {
  readonly name: string;
  readonly upcast: (body: unknown, entry: { readonly id: string }) => unknown;
};

/** A state in the making: what a kind may write to while it applies an entry. */
export type InMaking<State> = {
  -readonly [K in keyof State]: State[K] extends ReadonlyMap<infer Key, infer Value>
    ? Map<Key, Value>
    : State[K] extends readonly (infer Item)[]
      ? Item[]
      : State[K];
};

/**
 * A kind of entry: past tense, one thing that happened, only what the person or instrument said.
 *
 * 1. `apply` may add to and take from the collections it names in `touches`; what lies in them it replaces, never changes.
 * 2. `admit` answers why the state cannot take the entry, or null.
 * 3. Methods, not properties: so that a list can hold kinds of different bodies.
 */
export type Kind<State, Lists, Body> = {
  readonly body: z.ZodType<Body>;
  /** From the first version to the current one; the current version is one more than there are. */
  readonly versions: readonly Version[];
  /** Collections of the state that `apply` writes into. */
  readonly touches: readonly (keyof State)[];
  /** The office may record it too; everything else is for those who inspect. */
  readonly office?: true;
  /** Recorded by the application itself, never sent in. */
  readonly ownAct?: true;
  /** It concerns a document being made, not the facts in it: signatures stay in force. */
  readonly paper?: true;
  /** A struck entry is kept, marked with its strike: `apply` is then given it. */
  readonly keepsStruck?: true;
  apply(state: InMaking<State>, entry: Recorded<Body>, strike: Strike | null): void;
  /** Marks one already applied as struck, where that is cheaper than folding anew. */
  mark?(state: InMaking<State>, entry: Recorded<Body>, strike: Strike): void;
  /** The ledger has numbered one already applied: whatever holds the entry itself holds it numbered from now on. */
  numbered?(state: InMaking<State>, entry: Recorded<Body>): void;
  admit?(
    state: State,
    body: Body,
    by: { readonly actor: Actor; readonly lists: Lists; readonly madeAt: string },
  ): string | null;
  /** Why an entry of this kind may not be struck now; null where it may. */
  strike?(state: State, entry: Recorded<Body>, actor: Actor): string | null;
};

export type Kinds<State, Lists> = Readonly<Record<string, Kind<State, Lists, unknown>>>;

/** Makes the kinds of one sort of stream: the body's type follows from its schema. */
export const kindOf =
  <State, Lists>() =>
  <Body>(
    kind: Omit<Kind<State, Lists, Body>, 'versions' | 'touches'> &
      Partial<Pick<Kind<State, Lists, Body>, 'versions' | 'touches'>>,
  ): Kind<State, Lists, Body> => ({ versions: [], touches: [], ...kind });

/** Nothing that was said before reads otherwise: only more can be said. */
export const unchanged = (name: string): Version => ({ name, upcast: (body) => body });

export const currentVersion = (kind: { readonly versions: readonly Version[] }): number => kind.versions.length + 1;

export type BodyOf<K> = K extends { readonly body: z.ZodType<infer Body> } ? Body : never;
