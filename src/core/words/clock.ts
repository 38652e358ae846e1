/** A time of day, `08:30`. */
export const clockPattern = /^([01]\d|2[0-3]):[0-5]\d$/;

/** Minutes since midnight. */
export const minutesOf = (clock: string): number => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3, 5));

/** The time of day so many minutes after midnight, within that day. */
export const clockOf = (minutes: number): string => {
  const held = Math.max(0, Math.min(24 * 60 - 1, Math.round(minutes)));
  return `${String(Math.floor(held / 60)).padStart(2, '0')}:${String(held % 60).padStart(2, '0')}`;
};

/** Up to the next five minutes: nobody is told 09:07. */
export const toFive = (minutes: number): number => Math.ceil(minutes / 5) * 5;

type Read = { readonly ok: true; readonly clock: string } | { readonly ok: false; readonly problem: string };

/** Reads a time as typed: `8.30`, `0830`, `8:30`, `8`, `2pm`. */
export function readClock(typed: string): Read {
  const text = typed.trim().toLowerCase();
  const found = /^(\d{1,2})(?:[:. ]?(\d{2}))?\s*(am|pm)?$/.exec(text);
  const half = found?.[3];
  const hour = Number(found?.[1]);
  const minute = Number(found?.[2] ?? 0);
  const isRead = found !== null && minute < 60 && (half ? hour >= 1 && hour <= 12 : hour < 24);
  if (!isRead) return { ok: false, problem: `“${typed.trim()}” is no time of day. Type for example 8:30 or 14:00.` };
  return { ok: true, clock: clockOf((half ? (hour % 12) + (half === 'pm' ? 12 : 0) : hour) * 60 + minute) };
}
