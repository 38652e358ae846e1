import {
  type Measure,
  type Slot,
  type SlotKey,
  type Subject,
  keyOf,
  lines,
  slotAt,
  slotKey,
} from '../installation/slot';
import type { Recorded } from '../ledger/entry';
import { compare, exact } from '../quantity/exact';
import type { ReadingValue } from '../quantity/reading-value';
import { type Reading, pointsOf, standing } from './job';
import type { ReadingTaken } from './kinds/reading';
import type { SlotDefinition } from './test-definition';
import type { Readings } from './view';

type Taken = Recorded<ReadingTaken>;

/**
 * The reading that counts where several stand on one slot: the highest, the lowest or the latest as the test says.
 * An open or over-range value is above every figure; a figure counts before a mark for one not taken. What was read at
 * the points of a way, or pair by pair, counts with the way's own.
 */
export function governing(at: Readings, on: Subject, measured: Measure): Taken | null {
  return governingOf(at, slotAt(on, measured));
}

export const governingOf = (at: Readings, slot: Slot): Taken | null => candidatesOf(at, slot)[0] ?? null;

/**
 * The readings that could govern a slot, the one that stands for it first: where the highest counts and one is over range,
 * the highest figure beside it as well.
 */
export function candidatesOf(at: Readings, slot: Slot): readonly Taken[] {
  const definition = at.tests.of(slot);
  const own = standing(at.job.readings.get(keyOf(slot)));
  if (!definition) return own.slice(-1);
  const parts = at.tests.partsOf(definition);
  const others = [...partReadings(at, slot, parts), ...phaseReadings(at, slot, definition, parts)];
  const readings = others.length === 0 ? own : [...own, ...others];
  const rule = definition.governs;
  if (rule === 'latest') {
    const wrong = others.length > 0 ? readings.findLast((reading) => reading.body.value.is === 'reversed') : undefined;
    const latest = wrong ?? own.at(-1) ?? readings.at(-1);
    return latest ? [latest] : [];
  }
  const first = worstOf(readings, rule === 'highest' ? 1 : -1);
  if (!first) return [];
  if (rule === 'lowest' || first.body.value.is !== 'over') return [first];
  const figure = worstOf(
    readings.filter(({ body: { value } }) => value.is !== 'over' && value.is !== 'not-taken'),
    1,
  );
  return figure ? [first, figure] : [first];
}

/**
 * The reading that a cell of the slot shows: of those taken in that very slot the one that governs; the last where a
 * reading elsewhere governs. Null where none stands.
 */
export function ownReading(at: Readings, slot: Slot): Taken | null {
  const own = standing(at.job.readings.get(keyOf(slot)));
  if (own.length < 2) return own[0] ?? null;
  const governs = governingOf(at, slot);
  return own.find((each) => each === governs) ?? own.at(-1) ?? null;
}

/** The value that governs a slot, or null while nothing stands there. */
export const valueAt = (at: Readings, on: Subject, measured: Measure): ReadingValue | null =>
  governing(at, on, measured)?.body.value ?? null;

const worstOf = (readings: readonly Taken[], sign: 1 | -1): Taken | null =>
  readings.reduce<Taken | null>(
    (worst, reading) => (!worst || compareValues(reading.body.value, worst.body.value, sign) >= 0 ? reading : worst),
    null,
  );

/** The reading at a point or of one pair that would still govern over a value given for the whole; null where none would. */
export function outranking(at: Readings, slot: Slot, value: ReadingValue): Taken | null {
  const definition = at.tests.of(slot);
  if (!definition) return null;
  const of = at.tests.partsOf(definition);
  const parts = [...partReadings(at, slot, of), ...phaseReadings(at, slot, definition, of)];
  const rule = definition.governs;
  if (rule === 'latest')
    return parts.find((reading) => reading.body.value.is === 'reversed' && value.is !== 'reversed') ?? null;
  const sign = rule === 'highest' ? 1 : -1;
  const worst = worstOf(parts, sign);
  return worst && compareValues(worst.body.value, value, sign) > 0 ? worst : null;
}

/** Whether what stands in a slot still governs it beside a value of the same slot. */
export function outweighs(at: Readings, slot: Slot, value: ReadingValue): boolean {
  const rule = at.tests.of(slot)?.governs;
  const governs = governingOf(at, slot);
  if (!governs || !rule || rule === 'latest' || governs.body.value.is === 'not-taken') return false;
  return compareValues(governs.body.value, value, rule === 'highest' ? 1 : -1) > 0;
}

/** Readings of the parts of a circuit's slot, on the same phase. */
function partReadings({ job }: Readings, { on, phase }: Slot, parts: readonly SlotDefinition[]): Taken[] {
  if (parts.length === 0) return [];
  const readings: Reading[] = [];
  for (const part of parts) {
    const measured = phase ? { ...part.measure, phase } : part.measure;
    const keys: SlotKey[] =
      part.on !== 'point' || on.of !== 'way'
        ? [slotKey(on, measured)]
        : pointsOf(job, on.id).map((point) => slotKey({ of: 'point', id: point.id }, measured));
    for (const key of keys) readings.push(...(job.readings.get(key) ?? []));
  }
  return standing(readings);
}

/** What was read phase by phase of a slot that says no phase, at its points and pairs too. */
function phaseReadings(
  at: Readings,
  slot: Slot,
  { byPhase }: SlotDefinition,
  parts: readonly SlotDefinition[],
): Taken[] {
  if (!byPhase || slot.phase) return [];
  return lines.flatMap((phase) => {
    const of = { ...slot, phase };
    return [...standing(at.job.readings.get(keyOf(of))), ...partReadings(at, of, parts)];
  });
}

function compareValues(a: ReadingValue, b: ReadingValue, sign: 1 | -1): number {
  if (a.is === 'not-taken' || b.is === 'not-taken') return Number(b.is === 'not-taken') - Number(a.is === 'not-taken');
  return sign * (rank(a) - rank(b) || figures(a, b));
}

const rank = (value: ReadingValue): number => (value.is === 'open' ? 2 : value.is === 'over' ? 1 : 0);

const textOf = (value: ReadingValue): string =>
  value.is === 'number'
    ? value.shown
    : value.is === 'over' || value.is === 'under'
      ? value.bound
      : value.is === 'unstable'
        ? value.high
        : '0';

// Rounding to a double keeps the order, so only figures that round to the same one need the exact comparison.
const figures = (a: ReadingValue, b: ReadingValue): number =>
  Number(textOf(a)) - Number(textOf(b)) || compare(exact(textOf(a)), exact(textOf(b)));
