const london = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', dateStyle: 'long', timeStyle: 'short' });

/** A moment as people here write it: 4 March 2026 at 14:05. */
export const showMoment = (at: Date): string => london.format(at);
