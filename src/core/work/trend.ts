import { type Slot, keyOf } from '../installation/slot';
import { governingOf } from '../job/governing';
import type { EarlierVisit } from '../job/kinds/earlier';
import { nameOfSlot } from '../job/slot-name';
import type { SlotDefinition } from '../job/test-definition';
import type { JobView } from '../job/view';
import { toNumber } from '../quantity/exact';
import { type ReadingSpec, type Unit, unitSymbol } from '../quantity/parse-reading';
import { type ReadingValue, knownOf, showValue } from '../quantity/reading-value';
import { type StatedAccuracy, functionOf, lastDigit } from '../quantity/stated-accuracy';
import type { Judgement } from '../words/judgement';

/** What was read on a slot at an earlier visit. */
export type Earlier = { readonly visit: EarlierVisit; readonly value: ReadingValue };

/** What stood on a slot at earlier visits, the latest first. */
export const earlierAt = ({ job }: Pick<JobView, 'job'>, slot: Slot): Earlier[] =>
  job.earlier.flatMap((visit) => {
    const found = visit.results.find((each) => keyOf(each.slot) === keyOf(slot));
    return found ? [{ visit, value: found.value }] : [];
  });

/**
 * How far two readings of the same thing may lie apart though nothing changed: share and floor of each instrument's error,
 * lead null and clips within the floor, and for conductors 10 K between the visits (0.4 % a kelvin).
 */
const within: Partial<Record<Unit, Band>> = {
  ohm: { share: 0.03, floor: 0.03, between: 0.04 },
  millisecond: { share: 0.05, floor: 3, between: 0 },
};
type Band = { readonly share: number; readonly floor: number; readonly between: number };
/** Lead null and clips, whatever the instrument. */
const contactOhms = 0.01;

/** The same for an instrument whose maker's word is known; as usual in the trade where it is not. */
function bandOf(spec: ReadingSpec, stated: StatedAccuracy | undefined): Band | undefined {
  if (spec.takes !== 'figure') return undefined;
  const usual = within[spec.unit];
  const of = functionOf(spec);
  const own = of ? stated?.[of] : undefined;
  if (!usual || !of || !own) return usual;
  const floor = own.digits * lastDigit[of] + (spec.unit === 'ohm' ? contactOhms : 0);
  return { share: own.percent / 100, floor, between: usual.between };
}
/** Insulation halves for ten kelvin more, and damp does as much: only a fall beyond this is one of the cable. */
const insulationFactor = 4;
/** Above this much a fall of insulation says nothing yet. */
const soundMegohms = 100;

export type Change = 'deteriorating' | 'as before' | 'better' | 'not comparable';

/** A path that is open, or conductors exchanged: worse than any figure. */
const isBroken = ({ is }: ReadingValue): boolean => is === 'open' || is === 'reversed';

/** Whether a reading moved, beyond what the instruments and the weather make of it; `stated` is of today's instrument. */
export function changeOf(
  definition: SlotDefinition,
  earlier: ReadingValue,
  today: ReadingValue,
  stated?: StatedAccuracy,
): Change {
  const { spec, governs } = definition;
  if (earlier.is === 'unstable' || today.is === 'unstable') return 'not comparable';
  const [wasWrong, isWrong] = [isBroken(earlier), isBroken(today)];
  if (wasWrong || isWrong) return wasWrong === isWrong ? 'as before' : isWrong ? 'deteriorating' : 'better';
  if (spec.takes !== 'figure') return earlier.is === today.is ? 'as before' : 'not comparable';
  const [then, now] = [knownOf(earlier), knownOf(today)];
  if (!then || !now) return 'not comparable';
  const [was, is] = [toNumber(then.figure), toNumber(now.figure)];
  if (spec.unit === 'megohm') return insulationChange(was, is);
  const [usual, own] = [bandOf(spec, undefined), bandOf(spec, stated)];
  if (!usual || !own) return 'not comparable';
  // With which instrument it was read then nobody says: as is usual.
  const apart = (band: Band, value: number) => band.share * Math.abs(value) + band.floor;
  const room = apart(usual, was) + apart(own, is) + own.between * Math.max(Math.abs(was), Math.abs(is));
  // Of a bound nobody knows how far it is above: only what it leaves no doubt of is said.
  if (then.atLeast && now.atLeast) return 'not comparable';
  if (now.atLeast && is <= was + room) return 'not comparable';
  if (then.atLeast && was <= is + room) return 'not comparable';
  if (Math.abs(is - was) <= room) return 'as before';
  const isWorse = governs === 'lowest' ? is < was : is > was;
  return isWorse ? 'deteriorating' : 'better';
}

/** A bound of the instrument counts as its figure: more than that was there. */
function insulationChange(was: number, is: number): Change {
  if (Math.min(was, is) >= soundMegohms) return 'as before';
  if (is * insulationFactor < was) return 'deteriorating';
  return is > was * insulationFactor ? 'better' : 'as before';
}

/** What the maker says of the instrument a slot's governing reading was taken with. */
const statedAt = (view: JobView, slot: Slot): StatedAccuracy | undefined =>
  view.job.instruments.get(governingOf(view, slot)?.body.instrumentId ?? '')?.accuracy;

export type Trend = {
  readonly change: Change;
  readonly earlier: readonly Earlier[];
  /** When the limit would be reached at this pace, in years from today, soonest and latest; null where it is not on its way. */
  readonly years: readonly [number, number] | null;
};

/** How a slot moved since it was read last, and when its limit would be reached at that pace; null where nothing was read before. */
export function trendAt(
  view: JobView,
  slot: Slot,
  today: ReadingValue,
  limit: number | null,
  yearsSince: number | null,
): Trend | null {
  const earlier = earlierAt(view, slot);
  const definition = view.tests.of(slot);
  const [last] = earlier;
  if (!definition || !last) return null;
  const stated = statedAt(view, slot);
  const change = changeOf(definition, last.value, today, stated);
  return {
    change,
    earlier,
    years: change === 'deteriorating' ? paceTo(definition, last.value, today, limit, yearsSince) : null,
  };
}

function paceTo(
  { spec }: SlotDefinition,
  earlier: ReadingValue,
  today: ReadingValue,
  limit: number | null,
  yearsSince: number | null,
): readonly [number, number] | null {
  const [then, now] = [knownOf(earlier), knownOf(today)];
  if (limit === null || !yearsSince || yearsSince < 0.25 || !then || !now || spec.takes !== 'figure') return null;
  // Insulation falls by shares, the rest by so much a year.
  const scale = spec.unit === 'megohm' ? Math.log : (value: number) => value;
  const [was, is] = [toNumber(then.figure), toNumber(now.figure)];
  const band = within[spec.unit];
  const unsure = spec.unit === 'megohm' ? Math.log(2) : band ? 2 * (band.share * Math.abs(is) + band.floor) : 0;
  const [moved, left] = [scale(is) - scale(was), scale(limit) - scale(is)];
  if (Math.sign(moved) !== Math.sign(left) || Math.abs(moved) <= unsure) return null;
  const yearsAt = (pace: number) => (Math.abs(left) / pace) * yearsSince;
  return [yearsAt(Math.abs(moved) + unsure), yearsAt(Math.abs(moved) - unsure)];
}

/** Measures whose limit is of the very figure that is read: of others it is of a difference or of another reading. */
const limited: readonly string[] = ['zs', 'ze', 'electrode', 'rcd time', 'insulation', 'continuity'];

/** The limit of a reading as a bare figure in its own unit; null where it has none it can be drawn beside. */
export function limitFigure({ spec, measure }: SlotDefinition, judgement: Judgement | null): number | null {
  const isWhole = measure.test === 'insulation' || !measure.pair;
  if (spec.takes !== 'figure' || !judgement?.limit || !isWhole || !limited.includes(measure.test)) return null;
  return judgement.limit.amount ? toNumber(judgement.limit.amount) : null;
}

/** What stood at earlier visits, the last three of them. */
export const sayEarlier = (earlier: readonly Earlier[], showDay: (day: string) => string): string =>
  `Earlier ${earlier
    .slice(0, 3)
    .map(
      ({ value, visit }) =>
        `${showValue(value)}${visit.on ? `, ${showDay(visit.on)}` : visit.number || visit.reference ? `, ${visit.number ?? visit.reference}` : ''}`,
    )
    .join('; ')}`;

const changeWords: Record<Change, string> = {
  deteriorating: 'deteriorating',
  'as before': 'as before',
  better: 'better: what was done?',
  'not comparable': '',
};

/** A trend in a line: what stood when, and how it moved. */
export function sayTrend({ change, earlier, years }: Trend, showDay: (day: string) => string): string {
  const [soonest, latest] = (years ?? []).map((each) => Math.max(1, Math.round(each)));
  const when =
    soonest === undefined || latest === undefined
      ? ''
      : `; at this pace its limit in about ${soonest === latest ? soonest : `${soonest} to ${latest}`} years`;
  const word = changeWords[change];
  return [sayEarlier(earlier, showDay), word && `${word}${when}`].filter(Boolean).join(' · ');
}

/** Results that moved since the last visit, in words for a report: what stood then, what stands now. */
export function moved(view: JobView): string[] {
  const seen = new Set<string>();
  return view.job.earlier.slice(0, 1).flatMap(({ results }) =>
    results.flatMap(({ slot, value }) => {
      const today = governingOf(view, slot)?.body.value;
      const definition = view.tests.of(slot);
      if (!today || !definition || definition.countsWith || seen.has(keyOf(slot))) return [];
      seen.add(keyOf(slot));
      const change = changeOf(definition, value, today, statedAt(view, slot));
      if (change !== 'deteriorating' && change !== 'better') return [];
      const unit = definition.spec.takes === 'figure' ? ` ${unitSymbol[definition.spec.unit]}` : '';
      return [`${nameOfSlot(view, slot)} ${showValue(value)} → ${showValue(today)}${unit}, ${change}`];
    }),
  );
}
