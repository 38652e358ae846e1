const mostDepth = 12;
const mostParts = 20_000;
const mostKey = 80;
const leastFigure = 1e-6;
const mostFigure = 1e15;

/** Half of a surrogate pair with its other half missing: no text of any alphabet, and no database holds it. */
const loneSurrogate = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;

/** A whole value that is a calendar day; its year is asked about because what stores days holds no other. */
const calendarDay = /^(\d{4})-\d{2}-\d{2}$/;

/**
 * Why JSON from outside cannot be kept as it is, in a sentence; null where it can. What passes here can be stored by the
 * database, comes back from it the same, and has one canonical form.
 */
export function whyUnfit(value: unknown): string | null {
  let parts = 0;
  const text = (said: string): string | null => {
    if (said.includes('\0') || loneSurrogate.test(said)) return 'It holds a character that is no text.';
    const year = Number(calendarDay.exec(said)?.[1] ?? 2000);
    return year < 1900 || year > 2199 ? `${said} is not a possible date.` : null;
  };
  const figure = (said: number): string | null => {
    const size = Math.abs(said);
    return said === 0 || (size >= leastFigure && size <= mostFigure)
      ? null
      : 'It holds a figure too large or too small to be kept.';
  };
  const look = (at: unknown, depth: number): string | null => {
    parts += 1;
    if (parts > mostParts || depth > mostDepth) return 'It is larger than any entry.';
    if (typeof at === 'string') return text(at);
    if (typeof at === 'number') return figure(at);
    if (at === null || typeof at !== 'object') return null;
    for (const [key, held] of Object.entries(at)) {
      const problem =
        (Array.isArray(at) ? null : key.length > mostKey ? 'It is no entry.' : text(key)) ?? look(held, depth + 1);
      if (problem) return problem;
    }
    return null;
  };
  return look(value, 0);
}

const leewayMillis = 24 * 3_600_000;

/**
 * Why an entry cannot have been made when its maker's clock says; null where it can. Clocks differ: up to a day ahead
 * of the ledger's is believed, and as much before the stream was opened by another clock.
 */
export function whyNotMadeThen(madeAt: string, now: Date, opened: string | null): string | null {
  const made = Date.parse(madeAt);
  if (!(made <= now.getTime() + leewayMillis))
    return 'The clock of this device is more than a day ahead. Set it right, then enter this again.';
  if (opened !== null && made < Date.parse(opened) - leewayMillis)
    return 'The clock of this device says a time before the job was opened. Set it right, then enter this again.';
  return null;
}
