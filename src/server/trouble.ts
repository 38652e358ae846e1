import 'server-only';

/** An error and what caused it, outermost first. */
function chain(error: unknown): Error[] {
  return error instanceof Error ? [error, ...chain(error.cause)] : [];
}

const codeOf = (error: unknown): string | null => {
  for (const each of chain(error)) if ('code' in each && typeof each.code === 'string') return each.code;
  return null;
};

/** Classes of PostgreSQL's errors that say something of the data itself, and not of the moment. */
const ofTheData = /^(22|23|54|21)/;

/** Node's names for mistakes of a program. */
const ofTheProgram = /^ERR_(INVALID|OUT_OF_RANGE|MISSING|UNKNOWN)/;

/** Whether a failure is of the moment (no connection, a lock, a restart) and may go well when tried again. */
export function isTrouble(error: unknown): boolean {
  const code = codeOf(error);
  // A connection that ends under a query has no code, only words, and they may stand beneath the failed query's.
  if (code === null)
    return chain(error).some(({ message }) => /timeout|terminated|connection|not queryable/i.test(message));
  return /^[0-9A-Z]{5}$/.test(code) ? !ofTheData.test(code) : !ofTheProgram.test(code);
}

/** Whether somebody else held what was asked for longer than is waited. */
export const isBusy = (error: unknown): boolean => ['55P03', '57014', '25P03'].includes(codeOf(error) ?? '');

/** Whether there was no room left to write on. */
export const isFull = (error: unknown): boolean => codeOf(error) === '53100';

const held = globalThis as typeof globalThis & { ledgerFullAt?: number };
const fullMillis = 60_000;

/** Notes that something could not be written for want of room. */
export const noteFull = (now = Date.now()): void => void (held.ledgerFullAt = now);

/** Whether that was so within the last minute. */
export const wasFull = (now = Date.now()): boolean => now - (held.ledgerFullAt ?? -Infinity) < fullMillis;

/** An entry of a release that is being rolled out: another process can read it, and this one's successor. */
export class NewerEntry extends Error {
  readonly code = 'NEWER';
}

/** Says what went wrong in one line, by ids: a failed query's values stay out of it. */
export function logFault(what: string, error: unknown, ids: Readonly<Record<string, string>> = {}): void {
  const named = Object.entries(ids).map(([name, id]) => `${name}=${id}`);
  const code = codeOf(error);
  const kind = error instanceof Error ? error.name : typeof error;
  process.stderr.write(
    `${[new Date().toISOString(), 'fault', what, ...named, code ? `code=${code}` : `kind=${kind}`].join(' ')}\n`,
  );
}
