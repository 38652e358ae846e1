import { type Exact, type Rounding, compare, exact, toFixed } from './exact';
import type { Known } from './reading-value';

/** A resistance as people here read it: two decimals, half up. */
export const ohms = (value: Exact): string => `${toFixed(value, 2, 'half-up')} Ω`;

/**
 * Two figures as text that differ where they do, the same way round: with two decimals, or as many more as that takes.
 * The first is rounded as asked: "at least" goes down and "at most" up, so that the text stays true.
 */
export function toldApart(a: Exact, b: Exact, least = 2, rounding: Rounding = 'half-up'): readonly [string, string] {
  for (let places = least; ; places += 1) {
    const [one, other] = [toFixed(a, places, rounding), toFixed(b, places, 'half-up')];
    if (compare(a, b) === 0) return [other, other];
    if (compare(exact(one), exact(other)) === compare(a, b) || places >= 12) return [one, other];
  }
}

/** Two figures beside one another with the sign that holds: `1.371 Ω > 1.366 Ω`, `at least 20.00 Ω > 1.37 Ω`. */
export function beside({ figure, atLeast }: Known, limit: Exact, unit: string, least = 2): string {
  const [one, other] = toldApart(figure, limit, least, atLeast ? 'down' : 'half-up');
  return `${atLeast ? 'at least ' : ''}${one} ${unit} ${compare(figure, limit) <= 0 ? '≤' : '>'} ${other} ${unit}`;
}
