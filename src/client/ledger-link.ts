import * as z from 'zod';
import type { Drafted, Recorded } from '../core/ledger/entry';

export const sendResult = z.discriminatedUnion('accepted', [
  z.object({ id: z.string(), accepted: z.literal(true), seq: z.number().int() }),
  z.object({ id: z.string(), accepted: z.literal(false), reason: z.string() }),
]);
export type SendResult = z.infer<typeof sendResult>;

/** The way to the ledger. Throws when it cannot be reached. */
export type LedgerLink = {
  send(drafts: readonly Drafted[]): Promise<readonly SendResult[]>;
  fetchAfter(seq: number): Promise<readonly Recorded[]>;
};

/** Raised by a link when the ledger holds an entry this version of the application cannot read. */
export class Unreadable extends Error {}

/** Raised by a link when the ledger answers that this will never be taken as sent (signed out, too large, gone). */
export class NotTaken extends Error {
  constructor(
    message: string,
    readonly retry: boolean,
    /** The server broke on it, and may break on it again. */
    readonly broken = false,
    /** The server answers, and has no room left to keep it. */
    readonly full = false,
  ) {
    super(message);
  }
}
