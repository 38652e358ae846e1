const hour = 3_600_000;

/** What the served process does by itself: sends letters, and signs the head of the day before once the day is over. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || !process.env.DATABASE_URL) return;
  const { onRoad } = await import('./server/routes/road');
  Object.assign(globalThis, { ledgerRoad: onRoad });
  const { signDailyHead } = await import('./server/daily-heads');
  const { logFault } = await import('./server/trouble');
  const look = () =>
    void signDailyHead(new Date()).catch((error: unknown) => logFault('no daily head was signed', error));
  look();
  const { workQueue } = await import('./server/queue');
  await workQueue().catch((error: unknown) => logFault('letters are not sent by this process', error));
  setInterval(look, hour).unref();
  const { warmPrinting } = await import('./server/printing');
  warmPrinting();
}

/** What a request turned out to be that could not be answered: by the word our server gave it, for the status it ends with. */
const found = globalThis as typeof globalThis & { ledgerFaults?: Map<string, 400 | 503> };
const unreadable =
  /Unexpected end of form|parse body as FormData|Boundary not found|Malformed (part|content)|Invalid Server Actions|Failed to find Server Action|in JSON at|JSON input|Connection closed|Invalid (reference|field)|Body exceeded|not a valid|invalid reply/i;

/** What Next says of an action whose arguments are no list. */
const noArguments = /CreateListFromArrayLike|properties of null \(reading 'length'\)/;

/** Tells our server why a page or an action failed: what was sent cannot be read, or the database is busy. */
export async function onRequestError(
  error: unknown,
  {
    method,
    headers,
  }: { readonly method: string; readonly headers: Readonly<Record<string, string | string[] | undefined>> },
): Promise<void> {
  const word = headers['x-within'];
  if (process.env.NEXT_RUNTIME !== 'nodejs' || typeof word !== 'string') return;
  const { isTrouble } = await import('./server/trouble');
  // Only what was sent can be unreadable: a page that is asked for says nothing but its address.
  const isUnreadable =
    method === 'POST' &&
    error instanceof Error &&
    (unreadable.test(error.message) ||
      error instanceof SyntaxError ||
      (headers['next-action'] !== undefined && noArguments.test(error.message)));
  if (isUnreadable) found.ledgerFaults?.set(word, 400);
  else if (isTrouble(error)) found.ledgerFaults?.set(word, 503);
}
