/** An exact rational number: the numerator carries the sign, the denominator is positive, the fraction is in lowest terms. */
export type Exact = { readonly numerator: bigint; readonly denominator: bigint };

/** How a value that falls between two printable ones is printed. Never a default: each rule says which it wants. */
export type Rounding = 'half-up' | 'down' | 'up';

const DECIMAL = /^([+-]?)(\d*)(?:\.(\d*))?$/;

function greatestCommonDivisor(a: bigint, b: bigint): bigint {
  let x = a < 0n ? -a : a;
  let y = b;
  while (y !== 0n) [x, y] = [y, x % y];
  return x;
}

function reduce(numerator: bigint, denominator: bigint): Exact {
  if (denominator === 0n) throw new RangeError('Division by zero');
  const sign = denominator < 0n ? -1n : 1n;
  const divisor = greatestCommonDivisor(numerator, denominator * sign) || 1n;
  return { numerator: (numerator * sign) / divisor, denominator: (denominator * sign) / divisor };
}

/** The exact value of decimal text such as `0.37`, `.37` or `-2`; null when the text is not a plain decimal. */
export function parseExact(text: string): Exact | null {
  const match = DECIMAL.exec(text);
  const whole = match?.[2] ?? '';
  const fraction = match?.[3] ?? '';
  if (!match || whole.length + fraction.length === 0 || whole.length + fraction.length > 30) return null;
  const digits = BigInt(whole + fraction);
  return reduce(match[1] === '-' ? -digits : digits, 10n ** BigInt(fraction.length));
}

/** How JavaScript writes numbers that are very large or very small: `1e-7`. */
const SCIENTIFIC = /^(-?)(\d)(?:\.(\d+))?e([+-]\d+)$/;

function fromScientific(text: string): Exact | null {
  const match = SCIENTIFIC.exec(text);
  if (!match) return null;
  const [, sign, whole = '', fraction = '', exponent] = match;
  const digits = BigInt(`${sign}${whole}${fraction}`);
  const power = Number(exponent) - fraction.length;
  return power < 0 ? reduce(digits, 10n ** BigInt(-power)) : reduce(digits * 10n ** BigInt(power), 1n);
}

/**
 * The exact value of a literal in code or data, or of any finite number. Throws when it is neither a plain decimal nor
 * finite: that is a bug, not input.
 */
export function exact(literal: string | number): Exact {
  const text = String(literal);
  const known = parsed.get(text);
  if (known) return known;
  const value = parseExact(text) ?? (typeof literal === 'number' ? fromScientific(text) : null);
  if (!value) throw new RangeError(`Not a number that can be worked with: ${literal}`);
  // Limits and readings come again and again: the same few texts.
  if (parsed.size >= 4096) parsed.clear();
  parsed.set(text, value);
  return value;
}
const parsed = new Map<string, Exact>();

export const add = (a: Exact, b: Exact): Exact =>
  reduce(a.numerator * b.denominator + b.numerator * a.denominator, a.denominator * b.denominator);

export const subtract = (a: Exact, b: Exact): Exact => add(a, { ...b, numerator: -b.numerator });

export const multiply = (a: Exact, b: Exact): Exact => reduce(a.numerator * b.numerator, a.denominator * b.denominator);

/** Throws RangeError when `b` is zero. */
export const divide = (a: Exact, b: Exact): Exact => reduce(a.numerator * b.denominator, a.denominator * b.numerator);

/** Negative, zero or positive as `a` is below, equal to or above `b`. Unrounded. */
export function compare(a: Exact, b: Exact): number {
  const difference = a.numerator * b.denominator - b.numerator * a.denominator;
  return difference < 0n ? -1 : difference > 0n ? 1 : 0;
}

export const isAtMost = (a: Exact, b: Exact): boolean => compare(a, b) <= 0;
export const isBelow = (a: Exact, b: Exact): boolean => compare(a, b) < 0;

/** The nearest double. For drawing and for numeric solvers, never for comparing with a limit. */
export const toNumber = (a: Exact): number => Number(a.numerator) / Number(a.denominator);

/** `a` with exactly `places` decimals. Never prints a negative zero. */
export function toFixed(a: Exact, places: number, rounding: Rounding): string {
  const scale = 10n ** BigInt(places);
  const magnitude = (a.numerator < 0n ? -a.numerator : a.numerator) * scale;
  const quotient = magnitude / a.denominator;
  const remainder = magnitude % a.denominator;
  const goesUp = rounding === 'half-up' ? remainder * 2n >= a.denominator : rounding === 'up' ? remainder > 0n : false;
  const rounded = goesUp ? quotient + 1n : quotient;
  const digits = rounded.toString().padStart(places + 1, '0');
  const body = places === 0 ? digits : `${digits.slice(0, -places)}.${digits.slice(-places)}`;
  return a.numerator < 0n && rounded !== 0n ? `-${body}` : body;
}

/** The shortest decimal text with at most `places` decimals, half rounded up: `0.280` prints as `0.28`. */
export function toShortest(a: Exact, places: number): string {
  const text = toFixed(a, places, 'half-up');
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text;
}
