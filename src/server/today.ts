import 'server-only';

const london = new Intl.DateTimeFormat('en-CA', { timeZone: 'Europe/London' });

/** The plain day so many days from today, as it is in London: `2026-11-26`. */
export const daysFrom = (days: number): string => london.format(new Date(Date.now() + days * 86_400_000));
