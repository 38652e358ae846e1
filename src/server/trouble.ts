import 'server-only';

const codeOf = (error: unknown): string | null => {
  for (let at: unknown = error; at instanceof Error; at = at.cause)
    if ('code' in at && typeof at.code === 'string') return at.code;
  return null;
};

/** Classes of PostgreSQL's errors that say something of the data itself, and not of the moment. */
const ofTheData = /^(22|23|54|21)/;

/** Whether a failure is of the moment (no connection, a lock, a restart) and may go well when tried again. */
export function isTrouble(error: unknown): boolean {
  const code = codeOf(error);
  if (code === null) return /timeout|terminated|connect/i.test(error instanceof Error ? error.message : '');
  return /^[0-9A-Z]{5}$/.test(code) ? !ofTheData.test(code) : true;
}

/** Whether somebody else held what was asked for longer than is waited. */
export const isBusy = (error: unknown): boolean => ['55P03', '57014', '25P03'].includes(codeOf(error) ?? '');

/** Says what went wrong in one line, by ids: a failed query's values stay out of it. */
export function logFault(what: string, error: unknown, ids: Readonly<Record<string, string>> = {}): void {
  const named = Object.entries(ids).map(([name, id]) => `${name}=${id}`);
  const code = codeOf(error);
  const kind = error instanceof Error ? error.name : typeof error;
  process.stderr.write(
    `${[new Date().toISOString(), 'fault', what, ...named, code ? `code=${code}` : `kind=${kind}`].join(' ')}\n`,
  );
}
