const london = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', dateStyle: 'long', timeStyle: 'short' });

/** A moment as people here write it: 4 March 2026 at 14:05. */
export const showMoment = (at: Date): string => london.format(at);

// Canada writes a day as we keep it: year, month, day.
const plain = new Intl.DateTimeFormat('en-CA', { timeZone: 'Europe/London' });

/** The day it is here at a moment, as it is kept: 2026-03-04. */
export const dayHere = (at: Date): string => plain.format(at);

/** A span in minutes as one says it: 50 min, 1 h 50. */
export const showMinutes = (minutes: number): string =>
  minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
