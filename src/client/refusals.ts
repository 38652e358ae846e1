import type { Outgoing } from './on-this-device';

/** What the ledger did not take, for a person to read: why, and what it was. */
export const refusalsOf = (refused: readonly Outgoing[]) =>
  refused.map(({ draft, refused: reason }) => ({
    id: draft.id,
    reason: reason ?? '',
    kept: `${draft.kind} ${JSON.stringify(draft.body)}`,
  }));
