import { type Slot, keyOf } from '../installation/slot';
import { outranking } from '../job/governing';
import { standing, wayOfSubject } from '../job/job';
import type { How, ReadingTaken } from '../job/kinds/reading';
import type { Readings } from '../job/view';
import { parseReading } from '../quantity/parse-reading';
import { type ReadingValue, showValue } from '../quantity/reading-value';
import type { InHand } from './in-hand';
import { isolationOf } from './isolation';

/** Entries that record a reading: strikes of what stood in its place, then the reading itself. */
type ReadingEntries = readonly (
  | { readonly kind: 'entry.struck'; readonly body: { readonly entryId: string; readonly why: string } }
  | { readonly kind: 'reading.taken'; readonly body: ReadingTaken }
)[];

export type Recording =
  { readonly ok: true; readonly entries: ReadingEntries } | { readonly ok: false; readonly problem: string };

type Obtained = { readonly value: ReadingValue; readonly reason: string | null; readonly how?: How };

/**
 * The entries of one reading, whatever filled the cell: typed, pasted, put by the pad, sent by a tester. What stands in
 * its place is struck and stays beside it. A result given for a whole circuit is refused while a reading at one of its
 * points, or of one of its pairs, is worse and would govern all the same.
 */
export function recordReading(at: Readings, slot: Slot, obtained: Obtained, inHand: InHand): Recording {
  const definition = at.tests.of(slot);
  if (!definition) return { ok: false, problem: at.tests.whyNot(slot) };
  const wrong = at.tests.misfit(obtained.value, definition);
  if (wrong) return { ok: false, problem: wrong };
  const worse = outranking(at, slot, obtained.value);
  if (worse) return { ok: false, problem: governs(at, worse.body) };
  const { spec } = definition;
  const isTaken = obtained.value.is !== 'not-taken';
  const isFigure = isTaken && spec.takes === 'figure';
  const isInsulation = isFigure && spec.unit === 'megohm';
  const isContinuity = isFigure && spec.unit === 'ohm' && spec.mayBeOpen;
  const isolation = isTaken && definition.dead ? isolationOf(at.job, slot.on) : null;
  const isolationId = isolation && 'isolationId' in isolation ? isolation.isolationId : null;
  const body: ReadingTaken = {
    slot,
    value: obtained.value,
    how: obtained.how ?? 'measured',
    reason: obtained.reason,
    instrumentId: isFigure ? inHand.instrumentId : null,
    leadNullOhms: isContinuity ? inHand.leadNullOhms : null,
    testVolts: isInsulation ? inHand.testVolts : null,
    isolationId,
    isolationWhy: isolation && !isolationId ? inHand.isolationWhy : null,
    connected: isInsulation ? inHand.connected[wayOfSubject(at.job, slot.on)?.id ?? ''] || null : null,
  };
  const strikes = standing(at.job.readings.get(keyOf(slot))).map((entry) => ({
    kind: 'entry.struck' as const,
    body: { entryId: entry.id, why: `Corrected to ${showValue(obtained.value)}` },
  }));
  return { ok: true, entries: [...strikes, { kind: 'reading.taken', body }] };
}

/** The entries of what was typed into a cell: a reading, or nothing, which clears it. */
export function recordTyped(at: Readings, slot: Slot, typed: string, inHand: InHand, how?: How): Recording {
  if (typed.trim() === '') return { ok: true, entries: clearSlot(at, slot) };
  const definition = at.tests.of(slot);
  if (!definition) return { ok: false, problem: at.tests.whyNot(slot) };
  const parsed = parseReading(typed, definition.spec);
  return parsed.ok ? recordReading(at, slot, { ...parsed, ...(how ? { how } : {}) }, inHand) : parsed;
}

/** Strikes what stands in a slot, leaving it empty. */
const clearSlot = ({ job }: Readings, slot: Slot): ReadingEntries =>
  standing(job.readings.get(keyOf(slot))).map((entry) => ({
    kind: 'entry.struck',
    body: { entryId: entry.id, why: 'Cleared' },
  }));

function governs({ job, tests }: Readings, { slot, value }: ReadingTaken): string {
  const point = slot.on.of === 'point' ? job.points.get(slot.on.id) : undefined;
  const where = point ? `at ${point.name}` : `as ${tests.of(slot)?.name ?? ''}`;
  return `${showValue(value)} stands ${where} and governs: correct it at its bench.`;
}
