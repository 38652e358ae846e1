import { type Exact, compare, divide, exact, parseExact } from '../quantity/exact';

/** A mark above this is not a breaking capacity of any device in a dwelling: it was misread. */
const mostKiloamps = exact(150);

export type BreakingMark =
  | { readonly read: true; readonly kiloamps: Exact | null; readonly letters: string | null }
  | { readonly read: false; readonly problem: string };

/**
 * What a breaking capacity marked on a device says, in kiloamperes, as it is printed: 6000 in a box is amperes, 6 kA and a
 * small bare number are kiloamperes, M6 is an older breaker's, S2A a rewireable fuse's own letters.
 */
export function readBreakingMark(mark: string): BreakingMark {
  const text = mark
    .trim()
    .toUpperCase()
    .replace(/[[\]]/g, '')
    .replace(/\s+/g, '')
    .replace(/,(?=\d{3}\b)/, '');
  const problem = `“${mark.trim()}” is no breaking capacity: type it as it is printed, such as 6000, 6 kA, M6 or S2A.`;
  if (/^S\d{1,2}[AB]?$/.test(text)) return { read: true, kiloamps: null, letters: text };
  const [, older, figure = '', unit] = /^(M)?(\d{1,6}(?:\.\d{1,2})?)(KA|A)?$/.exec(text) ?? [];
  const value = parseExact(figure);
  if (!value || value.numerator === 0n || (older && unit === 'A')) return { read: false, problem };
  const isAmps = unit === 'A' || (!unit && !older && compare(value, exact(1000)) >= 0);
  const kiloamps = isAmps ? divide(value, exact(1000)) : value;
  if (compare(kiloamps, mostKiloamps) > 0 || compare(kiloamps, exact('0.5')) < 0) return { read: false, problem };
  return { read: true, kiloamps, letters: older ? text.replace('KA', '') : null };
}
