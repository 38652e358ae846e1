import * as z from 'zod';
import { type Exact, exact, parseExact } from './exact';

/** Reasons a figure is missing, as they stand on a document. */
export const notTakenMarks = ['LIM', 'N/A', 'N/V'] as const;

const decimalText = z
  .string()
  .max(32)
  .refine((text) => parseExact(text) !== null, 'a plain decimal number');

/**
 * What an instrument or a person said, in the unit of the test it belongs to.
 * The digits stay text, exactly as shown; blank is never zero, because a blank is no value at all.
 */
export const readingValue = z.discriminatedUnion('is', [
  z.object({ is: z.literal('number'), shown: decimalText }),
  z.object({ is: z.literal('over'), bound: decimalText }),
  /** Below what the instrument shows: at most its bound. */
  z.object({ is: z.literal('under'), bound: decimalText }),
  z.object({ is: z.literal('open') }),
  /** A figure that would not stand still, from its lowest to its highest. */
  z.object({ is: z.literal('unstable'), low: decimalText, high: decimalText }),
  z.object({ is: z.literal('not-taken'), mark: z.enum(notTakenMarks) }),
  z.object({ is: z.literal('confirmed') }),
  z.object({ is: z.literal('reversed') }),
]);
export type ReadingValue = z.infer<typeof readingValue>;

/** The text of a value as it stands in a ledger cell and on the document. */
export function showValue(value: ReadingValue): string {
  switch (value.is) {
    case 'number':
      return value.shown;
    case 'over':
      return `>${value.bound}`;
    case 'under':
      return `<${value.bound}`;
    case 'open':
      return 'open';
    case 'unstable':
      return `${value.low}~${value.high}`;
    case 'not-taken':
      return value.mark;
    case 'confirmed':
      return '✓';
    case 'reversed':
      return 'reversed';
    default: {
      const never: never = value;
      return never;
    }
  }
}

/**
 * The exact figure that counts: a plain number, the highest of an unstable one, the most of one under range; null for
 * everything else, over-range included.
 */
export const figureOf = (value: ReadingValue): Exact | null =>
  value.is === 'number'
    ? exact(value.shown)
    : value.is === 'unstable'
      ? exact(value.high)
      : value.is === 'under'
        ? exact(value.bound)
        : null;

/** Whether a value is a figure of nothing at all. */
export function isZero(value: ReadingValue): boolean {
  const figure = figureOf(value);
  return figure !== null && figure.numerator === 0n;
}

/** What is known of a figure: itself, or the least it can be where the instrument ran out of range. */
export type Known = { readonly figure: Exact; readonly atLeast: boolean };

/** What a reading says of its figure; null where it says nothing. An over-range reading is at least its bound. */
export function knownOf(value: ReadingValue): Known | null {
  if (value.is === 'over') return { figure: exact(value.bound), atLeast: true };
  const figure = figureOf(value);
  return figure && { figure, atLeast: false };
}
