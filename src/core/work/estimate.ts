import type { UsualMinutes } from '../job/document-definition';

/** What a job is said to be, before anybody was there. */
export type Described = {
  /** The kind of its document. */
  readonly document: string;
  readonly boards: number;
  readonly circuits: number;
  readonly points: number;
};

/** What a job of the firm turned out to take: minutes with the house, and with the paper afterwards. */
export type Done = Described & { readonly siteMinutes: number; readonly paperMinutes: number };

export type Estimate = {
  readonly siteMinutes: number;
  readonly paperMinutes: number;
  /** Between these half of the firm's own jobs of the kind lay; a guess until there are four. */
  readonly low: number;
  readonly high: number;
  /** How many jobs of the firm it was learned from. */
  readonly from: number;
};

const modelled = ({ visit, board, circuit, point }: UsualMinutes, { boards, circuits, points }: Described): number => {
  return visit + boards * board + circuits * circuit + points * point;
};

/** The value below which that share of a sorted list lies, between its neighbours. */
function quantile(sorted: readonly number[], share: number): number {
  const at = (sorted.length - 1) * share;
  const [below = 1, above = below] = [sorted[Math.floor(at)], sorted[Math.ceil(at)]];
  return below + (above - below) * (at - Math.floor(at));
}

/** Below so many minutes nobody was at a house: entries written down at once say nothing of time. */
const leastMinutes = 5;
/** The first jobs count for as much as this many of our guesses. */
const guessesWeigh = 2;
const guessedSpread = [0.75, 1.35] as const;
const enoughForSpread = 4;

/**
 * How long a job will take, learned from the firm's own of the same kind: by how much those took longer or shorter than
 * the start values say, their median, so that one odd day moves nothing; drawn towards the start values while they are few.
 */
export function estimate(usual: UsualMinutes, described: Described, past: readonly Done[]): Estimate {
  const own = past.filter((each) => each.document === described.document && each.siteMinutes >= leastMinutes);
  const sorted = (of: (each: Done) => number) => own.map(of).sort((a, b) => a - b);
  const ratios = sorted((each) => each.siteMinutes / modelled(usual, each));
  const paper = sorted((each) => each.paperMinutes / usual.paper);
  const weight = own.length / (own.length + guessesWeigh);
  const drawn = (found: readonly number[]) => (found.length > 0 ? quantile(found, 0.5) ** weight : 1);
  const factor = drawn(ratios);
  const minutes = modelled(usual, described) * factor;
  const [low, high] =
    own.length >= enoughForSpread
      ? [quantile(ratios, 0.25) / quantile(ratios, 0.5), quantile(ratios, 0.75) / quantile(ratios, 0.5)]
      : guessedSpread;
  const five = (value: number) => Math.max(5, Math.round(value / 5) * 5);
  return {
    siteMinutes: five(minutes),
    paperMinutes: five(usual.paper * drawn(paper)),
    low: five(minutes * low),
    high: five(minutes * high),
    from: own.length,
  };
}

const numbers = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];
const numberSaid = `\\d{1,3}|${numbers.join('|')}`;

/** How many of something a description says there are; null where it says none. */
function saidOf(text: string, what: string): number | null {
  const said = new RegExp(`\\b(${numberSaid})[- ]*(?:${what})`).exec(text)?.[1];
  return said === undefined ? null : /^\d/.test(said) ? Number(said) : numbers.indexOf(said);
}

/**
 * The size of a home from how it is described: circuits, boards and points where they are said, in words or figures;
 * else what one of so many bedrooms usually has, a flat or a house.
 */
export function usualSize(description: string): Omit<Described, 'document'> {
  const text = description.toLowerCase();
  const flat = /flat|apartment|studio|bedsit|maisonette/.test(text);
  const bedrooms = saidOf(text, 'bed|double') ?? (/studio|bedsit/.test(text) ? 0 : /flat|apartment/.test(text) ? 1 : 3);
  const boards = /annexe|garage|workshop|outbuilding|garden room/.test(text) ? 2 : 1;
  const circuits = saidOf(text, 'circuit|ways?\\b') ?? (flat ? 4 : 5) + Math.round(bedrooms * 1.3);
  return {
    boards: saidOf(text, 'boards?\\b|consumer unit|fuse ?box') ?? boards,
    circuits,
    points: saidOf(text, 'points?\\b|accessor') ?? (flat ? 12 : 16) + bedrooms * 9,
  };
}
