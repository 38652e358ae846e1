import type { Place } from '../installation/place';
import type { Measure } from '../installation/slot';
import type { Way } from '../installation/way';

/** One thing looked at before a new board is quoted. */
export type CheckLine = {
  /** Stable across wording: what a line of the quote answers. */
  readonly key: string;
  readonly what: string;
  readonly stands: 'sound' | 'shortfall' | 'not known';
  /** The figures and where they come from, or what has to be said or tested first. */
  readonly why: string;
  /** What the quote has to hold for it; null where nothing. */
  readonly quote: string | null;
  readonly place: Place;
};

/** What nobody has looked at yet is not called sound. */
export const unknown = (
  key: string,
  what: string,
  why: string,
  place: Place,
  quote: string | null = null,
): CheckLine => ({
  key,
  what,
  stands: 'not known',
  why,
  quote,
  place,
});

export const named = ({ number, description }: Way): string => `Way ${number}${description ? `, ${description}` : ''}`;
export const at = (way: Way, measure: Measure): Place => ({
  of: 'slot',
  slot: { on: { of: 'way', id: way.id }, ...measure },
});
