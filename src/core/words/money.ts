/** Whole pence as people write them here: £1,204.50. */
export const showMoney = (pence: number): string =>
  `£${Math.floor(pence / 100)
    .toString()
    .replace(/\B(?=(\d{3})+$)/g, ',')}.${String(pence % 100).padStart(2, '0')}`;

type MoneyRead =
  { readonly ok: true; readonly value: number | null } | { readonly ok: false; readonly problem: string };

/** Reads pounds as typed, with or without sign, commas and pence, into whole pence; nothing for null. */
export function readMoney(typed: string): MoneyRead {
  const text = typed.replaceAll(/[£,\s]/g, '');
  if (text === '') return { ok: true, value: null };
  const found = /^(\d{1,6})(?:\.(\d{1,2}))?$/.exec(text);
  if (!found) return { ok: false, problem: 'Pounds up to 999,999, with pence after a point: 120 or 120.50.' };
  return { ok: true, value: Number(found[1]) * 100 + Number((found[2] ?? '').padEnd(2, '0')) };
}
