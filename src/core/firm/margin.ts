import type { MoneyFields, MoneyLine } from './kinds/money';

/** What a job brought and took; null where nobody said and nothing is known. */
export type Costs = {
  readonly pricePence: number | null;
  readonly materialsPence: number | null;
  readonly siteMinutes: number | null;
  readonly paperMinutes: number | null;
  readonly travelMinutes: number | null;
};

export type Margin = {
  /** Price without materials. */
  readonly leftPence: number;
  readonly minutes: number;
  /** What an hour of it came to, in whole pence. */
  readonly hourPence: number;
};

/** What a job came to an hour; null until a price is agreed and some time is known. */
export function marginOf({
  pricePence,
  materialsPence,
  siteMinutes,
  paperMinutes,
  travelMinutes,
}: Costs): Margin | null {
  const minutes = (siteMinutes ?? 0) + (paperMinutes ?? 0) + (travelMinutes ?? 0);
  if (pricePence === null || minutes === 0) return null;
  const leftPence = pricePence - (materialsPence ?? 0);
  return { leftPence, minutes, hourPence: Math.round((leftPence * 60) / minutes) };
}

export type MarginOfMany = { readonly jobs: number; readonly pricePence: number; readonly hourPence: number };

/** The same of several jobs together: all that was left over all the hours. Null where none has a margin. */
export function marginOfMany(costs: readonly Costs[]): MarginOfMany | null {
  const known = costs.flatMap((each) => {
    const margin = marginOf(each);
    return margin ? [{ ...margin, pricePence: each.pricePence ?? 0 }] : [];
  });
  if (known.length === 0) return null;
  const sum = (of: (each: (typeof known)[number]) => number) => known.reduce((all, each) => all + of(each), 0);
  return {
    jobs: known.length,
    pricePence: sum(({ pricePence }) => pricePence),
    hourPence: Math.round((sum(({ leftPence }) => leftPence) * 60) / sum(({ minutes }) => minutes)),
  };
}

/** What lines come to together, in whole pence. */
export const linesPence = (lines: readonly MoneyLine[]): number => lines.reduce((sum, { pence }) => sum + pence, 0);

/**
 * What a job was agreed at: as it was told; else the lines told of it and those of the quote within the job together.
 * Null where there is neither.
 */
export function agreedPence(
  told: { readonly pricePence: MoneyFields['pricePence']; readonly lines: readonly MoneyLine[] } | undefined,
  quote: readonly MoneyLine[],
): number | null {
  if (told && told.pricePence !== null) return told.pricePence;
  const lines = [...(told?.lines ?? []), ...quote];
  return lines.length > 0 ? linesPence(lines) : null;
}
