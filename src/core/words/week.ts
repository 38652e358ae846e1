const dayMillis = 86_400_000;
const at = (isoDay: string): number => Date.parse(`${isoDay}T00:00:00Z`);

/** A day so many days after another. */
export const dayAfter = (isoDay: string, days: number): string =>
  new Date(at(isoDay) + days * dayMillis).toISOString().slice(0, 10);

/** Monday of the week a day is in. */
export const mondayOf = (isoDay: string): string => dayAfter(isoDay, -((new Date(at(isoDay)).getUTCDay() + 6) % 7));

const names = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];

/** The short name of a day of the week: Mon. */
export const weekdayOf = (isoDay: string): string => names[new Date(at(isoDay)).getUTCDay()] ?? '';
