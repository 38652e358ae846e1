import { type SlotKey, type TestId, countedWith, measurementOf, slotKey } from '../installation/measurement';
import { compare, exact } from '../quantity/exact';
import type { ReadingValue } from '../quantity/reading-value';
import type { EntryOf } from './entry';
import { type Job, type Reading, pointsOf, standing } from './job';

/**
 * The reading that counts where several stand on one slot: the highest, the lowest or the latest as the test says.
 * An open or over-range value is above every figure; a figure counts before a mark for one not taken. What was read at
 * the points of a way, or pair by pair, counts with the way's own.
 */
export function governing(job: Job, key: SlotKey): EntryOf<'reading.taken'> | null {
  const at = key.indexOf('/');
  const test = key.slice(at + 1) as TestId;
  const own = standing(job.readings.get(key));
  const parts = countedWith(test);
  const readings = parts.length === 0 ? own : [...own, ...partsOf(job, key.slice(0, at), parts)];
  const rule = measurementOf(test).governs;
  if (rule === 'latest') return (parts.length > 0 && readings.findLast((reading) => reading.body.value.is === 'reversed')) || (own.at(-1) ?? readings.at(-1) ?? null);
  return worstOf(readings, rule === 'highest' ? 1 : -1);
}

const worstOf = (readings: readonly EntryOf<'reading.taken'>[], sign: 1 | -1): EntryOf<'reading.taken'> | null =>
  readings.reduce<EntryOf<'reading.taken'> | null>((worst, reading) => (!worst || compareValues(reading.body.value, worst.body.value, sign) >= 0 ? reading : worst), null);

/** The reading at a point or of one pair that would still govern over a value given for the whole; null where none would. */
export function outranking(job: Job, key: SlotKey, value: ReadingValue): EntryOf<'reading.taken'> | null {
  const at = key.indexOf('/');
  const test = key.slice(at + 1) as TestId;
  const rule = measurementOf(test).governs;
  const parts = partsOf(job, key.slice(0, at), countedWith(test));
  if (rule === 'latest') return parts.find((reading) => reading.body.value.is === 'reversed' && value.is !== 'reversed') ?? null;
  const sign = rule === 'highest' ? 1 : -1;
  const worst = worstOf(parts, sign);
  return worst && compareValues(worst.body.value, value, sign) > 0 ? worst : null;
}

function partsOf(job: Job, subject: string, parts: readonly TestId[]): EntryOf<'reading.taken'>[] {
  const wayId = subject.slice('way:'.length);
  const readings: Reading[] = [];
  for (const part of parts) {
    if (measurementOf(part).on === 'way') readings.push(...(job.readings.get(`${subject}/${part}`) ?? []));
    else for (const point of pointsOf(job, wayId)) readings.push(...(job.readings.get(slotKey({ of: 'point', id: point.id }, part)) ?? []));
  }
  return standing(readings);
}

function compareValues(a: ReadingValue, b: ReadingValue, sign: 1 | -1): number {
  if (a.is === 'not-taken' || b.is === 'not-taken') return Number(b.is === 'not-taken') - Number(a.is === 'not-taken');
  return sign * (rank(a) - rank(b) || figures(a, b));
}

const rank = (value: ReadingValue): number => (value.is === 'open' ? 2 : value.is === 'over' ? 1 : 0);

const textOf = (value: ReadingValue): string => (value.is === 'number' ? value.shown : value.is === 'over' ? value.bound : value.is === 'unstable' ? value.high : '0');

// Rounding to a double keeps the order, so only figures that round to the same one need the exact comparison.
const figures = (a: ReadingValue, b: ReadingValue): number => Number(textOf(a)) - Number(textOf(b)) || compare(exact(textOf(a)), exact(textOf(b)));
