import { type Slot, keyOf } from '../installation/slot';
import { governingOf, outranking } from '../job/governing';
import { standing, wayOfSubject } from '../job/job';
import type { How, ReadingTaken } from '../job/kinds/reading';
import type { Readings } from '../job/view';
import { parseReading } from '../quantity/parse-reading';
import { type ReadingValue, showValue } from '../quantity/reading-value';
import { lessLeads } from '../tests/continuity/lead-null';
import type { InHand } from './in-hand';
import { isolationOf } from './isolation';
import { repeatsDue } from './repeats';

/** Entries that record a reading: strikes of what stood in its place, then the reading itself. */
type ReadingEntries = readonly (
  | { readonly kind: 'entry.struck'; readonly body: { readonly entryId: string; readonly why: string } }
  | { readonly kind: 'reading.taken'; readonly body: ReadingTaken }
)[];

export type Recording =
  { readonly ok: true; readonly entries: ReadingEntries } | { readonly ok: false; readonly problem: string };

type Obtained = {
  readonly value: ReadingValue;
  readonly reason: string | null;
  readonly how?: How;
  /** Whether it corrects what stands there, and is not another reading of the same. */
  readonly corrects?: boolean;
};

/**
 * The entries of one reading, whatever filled the cell: typed, pasted, put by the pad, sent by a tester. Readings of a
 * circuit, a board or the supply of which the highest or the lowest counts stand together, unless one corrects another or
 * a repair lies between them; elsewhere the new one takes the place of the old, which is struck and stays beside it. A
 * result given for a whole circuit is refused while a reading at one of its points, or of one of its pairs, is worse and
 * would govern all the same.
 */
export function recordReading(at: Readings, slot: Slot, obtained: Obtained, inHand: InHand): Recording {
  const definition = at.tests.of(slot);
  if (!definition) return { ok: false, problem: at.tests.whyNot(slot) };
  const wrong = at.tests.misfit(obtained.value, definition);
  if (wrong) return { ok: false, problem: wrong };
  const { spec } = definition;
  const isTaken = obtained.value.is !== 'not-taken';
  const isFigure = isTaken && spec.takes === 'figure';
  const isInsulation = isFigure && spec.unit === 'megohm';
  const isContinuity = isFigure && spec.unit === 'ohm' && spec.mayBeOpen;
  const leads = isContinuity && inHand.leadsIn ? inHand.leadNullOhms : null;
  const value = leads === null ? obtained.value : lessLeads(obtained.value, leads);
  if (!value)
    return {
      ok: false,
      problem: `${showValue(obtained.value)} Ω is less than the ${leads} Ω of the leads: measure them again, probes held together.`,
    };
  const worse = outranking(at, slot, value);
  if (worse) return { ok: false, problem: governs(at, worse.body) };
  const isolation = isTaken && definition.dead ? isolationOf(at.job, slot.on) : null;
  const isolationId = isolation && 'isolationId' in isolation ? isolation.isolationId : null;
  const body: ReadingTaken = {
    slot,
    value,
    how: obtained.how ?? 'measured',
    reason: obtained.reason,
    instrumentId: isFigure ? inHand.instrumentId : null,
    leadNullOhms: isContinuity ? inHand.leadNullOhms : null,
    ...(leads === null ? {} : { leadsTakenOff: true as const }),
    testVolts: isInsulation ? inHand.testVolts : null,
    isolationId,
    isolationWhy: isolation && !isolationId ? inHand.isolationWhy : null,
    connected: isInsulation ? inHand.connected[wayOfSubject(at.job, slot.on)?.id ?? ''] || null : null,
  };
  const before = standing(at.job.readings.get(keyOf(slot)));
  const repeated = repeatsDue(at).some(({ key }) => key === keyOf(slot));
  const together = definition.governs !== 'latest' && slot.on.of !== 'point' && !repeated;
  const corrected = obtained.corrects ? governingOf(at, slot)?.id : undefined;
  // A mark for what was not taken stands no longer once it was, and where nothing was taken no figure stands.
  const replaced = before.filter(
    ({ id, body }) => !together || id === corrected || body.value.is === 'not-taken' || !isTaken,
  );
  const why = repeated ? 'Repeated after a repair' : `Corrected to ${showValue(value)}`;
  const strikes = replaced.map((entry) => ({ kind: 'entry.struck' as const, body: { entryId: entry.id, why } }));
  return { ok: true, entries: [...strikes, { kind: 'reading.taken', body }] };
}

/** The entries of what was typed into a cell: a reading, or nothing, which clears it. */
export function recordTyped(
  at: Readings,
  slot: Slot,
  typed: string,
  inHand: InHand,
  { how, corrects = false }: Pick<Obtained, 'how' | 'corrects'> = {},
): Recording {
  if (typed.trim() === '') return { ok: true, entries: clearSlot(at, slot) };
  const definition = at.tests.of(slot);
  if (!definition) return { ok: false, problem: at.tests.whyNot(slot) };
  const parsed = parseReading(typed, definition.spec);
  return parsed.ok ? recordReading(at, slot, { ...parsed, corrects, ...(how ? { how } : {}) }, inHand) : parsed;
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
