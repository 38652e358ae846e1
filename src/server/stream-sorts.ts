import 'server-only';
import { firmStream, jobStream } from '../core/catalogue';
import type { FirmState } from '../core/firm/firm';
import type { Job } from '../core/job/job';
import type { Actor, Admission } from '../core/ledger/actor';
import type { Drafted, Recorded } from '../core/ledger/entry';
import type { Read } from '../core/ledger/stream';

/** The sorts of stream the server keeps, and what each folds to. */
export type StateOf = { readonly job: Job; readonly firm: FirmState };
export type StreamSort = keyof StateOf;

/** What the server asks of a stream, whichever it is. */
export type ServedStream<State> = {
  readonly readDraft: (raw: unknown) => Read<Drafted>;
  readonly readEntry: (raw: unknown) => Read<Recorded>;
  readonly fold: (entries: readonly Recorded[]) => State;
  readonly extend: (state: State, entry: Recorded, mine?: Set<string>) => State;
  readonly admit: (state: State, draft: Drafted, actor: Actor) => Admission;
};

/** When a stream was opened, by the clock of whoever opened it; null where that is not known. */
export const openedAt = (state: StateOf[StreamSort]): string | null =>
  'opened' in state ? (state.opened?.madeAt ?? null) : null;

export const streams: { readonly [S in StreamSort]: ServedStream<StateOf[S]> } = { job: jobStream, firm: firmStream };

const kinds = { job: jobStream.kinds, firm: firmStream.kinds } as const;

/** Whether a kind is recorded by the application itself, never sent in. */
export const isOwnAct = (sort: StreamSort, kind: string): boolean => {
  const known: Readonly<Record<string, { readonly ownAct?: true }>> = kinds[sort];
  return Object.hasOwn(known, kind) && known[kind]?.ownAct === true;
};
