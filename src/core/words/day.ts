const months = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

const parts = (isoDay: string | null | undefined) => /^(\d{4})-(\d{2})-(\d{2})$/.exec(isoDay ?? '');

/** A plain day as it stands on paper: `24 November 2026`; a dash where there is none. */
export function showDay(isoDay: string | null | undefined): string {
  const match = parts(isoDay);
  return match ? `${Number(match[3])} ${months[Number(match[2]) - 1]} ${match[1]}` : '—';
}

/** A plain day where room is short: `24 Nov 2026`; empty where there is none. */
export function showDayShort(isoDay: string | null | undefined): string {
  const match = parts(isoDay);
  return match ? `${Number(match[3])} ${months[Number(match[2]) - 1]?.slice(0, 3)} ${match[1]}` : '';
}

export type DayRead = { readonly ok: true; readonly day: string } | { readonly ok: false; readonly problem: string };

/**
 * Reads a day as people here type it: `25 Nov 2026`, `25/11/26`, `25.11.2026`, `2026-11-25`. Day before month, always;
 * what is no day of the calendar is refused.
 */
export function readDay(typed: string): DayRead {
  const text = typed.trim();
  const problem = `“${text}” is not a day. Type for example 25 Nov 2026 or 25/11/26.`;
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text);
  const figures = /^(\d{1,2})[/.\- ](\d{1,2})[/.\- ](\d{2}|\d{4})$/.exec(text);
  const named = /^(\d{1,2})\s*([a-z]{3,9})\.?,?\s*(\d{2}|\d{4})$/i.exec(text);
  const month = named
    ? months.findIndex((each) => each.toLowerCase().startsWith((named[2] ?? '').toLowerCase())) + 1
    : 0;
  const [year, monthNumber, day] = iso
    ? [Number(iso[1]), Number(iso[2]), Number(iso[3])]
    : figures
      ? [fullYear(figures[3]), Number(figures[2]), Number(figures[1])]
      : named && month > 0
        ? [fullYear(named[3]), month, Number(named[1])]
        : [0, 0, 0];
  const lengths = [31, isLeap(year) ? 29 : 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
  if (year < 1900 || day < 1 || day > (lengths[monthNumber - 1] ?? 0)) return { ok: false, problem };
  return { ok: true, day: `${year}-${String(monthNumber).padStart(2, '0')}-${String(day).padStart(2, '0')}` };
}

const fullYear = (text: string | undefined): number => (text?.length === 2 ? 2000 + Number(text) : Number(text));

const isLeap = (year: number): boolean => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
