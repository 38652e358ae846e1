import type { Place } from '../installation/place';
import { type Measure, type Slot, keyOf, slotAt } from '../installation/slot';
import { governingOf, outranking, outweighs } from '../job/governing';
import { standing, wayOfSubject } from '../job/job';
import type { Way } from '../installation/way';
import type { How, LoopMethod, ReadingTaken } from '../job/kinds/reading';
import type { Readings } from '../job/view';
import { parseReading } from '../quantity/parse-reading';
import { type ReadingValue, showValue } from '../quantity/reading-value';
import { lessLeads } from '../measurements/continuity/lead-null';
import type { InHand } from './in-hand';
import { isolationOf, whyNotLive } from './isolation';
import { repeatsDue } from './repeats';

/** Entries that record a reading: strikes of what stood in its place, then the reading itself. */
type ReadingEntries = readonly (
  | { readonly kind: 'entry.struck'; readonly body: { readonly entryId: string; readonly why: string } }
  | { readonly kind: 'reading.taken'; readonly body: ReadingTaken }
)[];

export type Recording =
  | { readonly ok: true; readonly entries: ReadingEntries }
  /** `elsewhere`: where what stands against it can be changed. */
  | { readonly ok: false; readonly problem: string; readonly elsewhere?: Place };

type Obtained = {
  readonly value: ReadingValue;
  readonly reason: string | null;
  readonly how?: How;
  readonly method?: LoopMethod | undefined;
  /** Whether it takes the place of what stands in its slot, and is not another reading of the same. */
  readonly corrects?: boolean;
};

/**
 * The entries of one reading, whatever filled the cell: typed, pasted, put by the pad, sent by a tester. One that corrects
 * takes the place of everything in its slot, which is struck and stays beside it. Otherwise readings of a circuit, a board
 * or the supply of which the highest or the lowest counts stand together, unless a repair lies between them; elsewhere the
 * new one takes the place of the old. A result given for a whole circuit is refused while a reading at one of its points,
 * or of one of its pairs, is worse and would govern all the same: it is corrected there.
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
  if (worse) return { ok: false, problem: governs(at, worse.body), elsewhere: { of: 'slot', slot: worse.body.slot } };
  const loop =
    isFigure && isLoop(slot) ? (obtained.method ?? (slot.on.of === 'point' ? methodAt(at, slot, inHand) : null)) : null;
  const measured = (obtained.how ?? 'measured') === 'measured';
  const locked = isTaken && measured && !definition.dead ? whyNotLive(at.job, slot.on) : null;
  if (locked) return { ok: false, problem: locked, elsewhere: { of: 'list', list: 'isolations' } };
  const isolation = isTaken && definition.dead ? isolationOf(at.job, slot.on) : null;
  const isolationId = isolation && 'isolationId' in isolation ? isolation.isolationId : null;
  const body: ReadingTaken = {
    slot,
    value,
    how: obtained.how ?? 'measured',
    reason: obtained.reason ?? (isFigure && !definition.dead ? provedOtherwise(at, slot, inHand) : null),
    instrumentId: isFigure ? inHand.instrumentId : null,
    leadNullOhms: isContinuity ? inHand.leadNullOhms : null,
    ...(leads === null ? {} : { leadsTakenOff: true as const }),
    testVolts: isInsulation ? inHand.testVolts : null,
    isolationId,
    isolationWhy: isolation && !isolationId ? inHand.isolationWhy : null,
    ...(loop && obtained.how !== 'calculated' ? { method: loop } : {}),
    connected: isInsulation ? inHand.connected[wayOfSubject(at.job, slot.on)?.id ?? ''] || null : null,
  };
  const before = standing(at.job.readings.get(keyOf(slot)));
  const repeated = repeatsDue(at).some(({ key }) => key === keyOf(slot));
  const together = definition.governs !== 'latest' && slot.on.of !== 'point' && !repeated;
  // A mark for what was not taken stands no longer once it was, and where nothing was taken no figure stands.
  const replaced = before.filter(
    ({ body }) => !together || obtained.corrects === true || body.value.is === 'not-taken' || !isTaken,
  );
  const why = repeated ? 'Repeated after a repair' : `Corrected to ${showValue(value)}`;
  const strikes = replaced.map((entry) => ({ kind: 'entry.struck' as const, body: { entryId: entry.id, why } }));
  return { ok: true, entries: [...strikes, { kind: 'reading.taken', body }] };
}

/** What one press showed beside the reading asked for, each in its slot; what is there already and counts more stays. */
export function recordBeside(
  at: Readings,
  on: Slot['on'],
  also: readonly { readonly measure: Measure; readonly value: ReadingValue }[],
  inHand: InHand,
): ReadingEntries {
  const way = wayOfSubject(at.job, on);
  return also.flatMap(({ measure, value }) => {
    const places = [on, ...(on.of === 'point' && way ? [{ of: 'way', id: way.id } as const] : [])];
    const slot = places.map((each) => slotAt(each, measure)).find((each) => at.tests.of(each));
    if (!slot) return [];
    const stands = governingOf(at, slot);
    const stays = at.tests.of(slot)?.governs === 'latest' ? stands !== null : outweighs(at, slot, value);
    const recording = stays ? null : recordServing(at, slot, { value, reason: null }, inHand);
    return recording?.ok ? recording.entries : [];
  });
}

/**
 * The same for a reading of a device: it is kept with every circuit behind that device, which it serves. The first of the
 * readings is that of the circuit it was taken on.
 */
export function recordServing(at: Readings, slot: Slot, obtained: Obtained, inHand: InHand): Recording {
  const all = [slot, ...servedBeside(at, slot)].map((each) => recordReading(at, each, obtained, inHand));
  const refused = all.find((each) => !each.ok);
  if (refused) return refused;
  const entries = all.flatMap((each) => (each.ok ? [...each.entries].reverse() : []));
  return {
    ok: true,
    entries: entries.sort((a, b) => Number(a.kind === 'reading.taken') - Number(b.kind === 'reading.taken')),
  };
}

/** The slots of the other circuits a reading of a device serves. */
function servedBeside({ job, tests }: Readings, slot: Slot): readonly Slot[] {
  const way = slot.on.of === 'way' ? job.ways.get(slot.on.id) : undefined;
  if (!way?.residualGroup || !tests.of(slot)?.ofDevice) return [];
  return [...job.ways.values()]
    .filter((each) => each.id !== way.id && each.boardId === way.boardId && each.residualGroup === way.residualGroup)
    .map((each): Slot => ({ ...slot, on: { of: 'way', id: each.id } }));
}

/** How a loop is read on a way: as chosen; otherwise by no-trip where an RCD stands before it, by high current where none does. */
export const methodFor = (way: Way | null, { loopMethod }: Pick<InHand, 'loopMethod'>): LoopMethod =>
  loopMethod ?? (way?.residualMilliamps ? 'no-trip' : 'two-lead');

/** Whether a slot is a loop to earth on a circuit, which is read by one method or another. */
const isLoop = ({ test, pair, on }: Slot): boolean => test === 'zs' && !pair && (on.of === 'way' || on.of === 'point');

/** How a loop is read at a place of a bench; nothing where it is no such loop. */
export const methodAt = ({ job }: Readings, slot: Slot, inHand: InHand): LoopMethod | undefined =>
  isLoop(slot) ? methodFor(wayOfSubject(job, slot.on) ?? null, inHand) : undefined;

/**
 * The entries of what was typed into a cell: a reading, which replaces what stood there unless both are to stand, or
 * nothing, which clears it.
 */
export function recordTyped(
  at: Readings,
  slot: Slot,
  typed: string,
  inHand: InHand,
  {
    how,
    method,
    corrects = true,
    serving = false,
  }: Pick<Obtained, 'how' | 'method' | 'corrects'> & { readonly serving?: boolean } = {},
): Recording {
  const served = serving ? servedBeside(at, slot) : [];
  if (typed.trim() === '') return { ok: true, entries: [slot, ...served].flatMap((each) => clearSlot(at, each)) };
  const definition = at.tests.of(slot);
  if (!definition) return { ok: false, problem: at.tests.whyNot(slot) };
  const parsed = parseReading(typed, definition.spec);
  const record = serving ? recordServing : recordReading;
  return parsed.ok ? record(at, slot, { ...parsed, corrects, method, ...(how ? { how } : {}) }, inHand) : parsed;
}

/** How the CPC was proved, where the person said so instead of a reading. */
function provedOtherwise({ job }: Readings, { on, test }: Slot, { cpcProvedBy }: InHand): string | null {
  const by = test === 'zs' ? cpcProvedBy[wayOfSubject(job, on)?.id ?? ''] : undefined;
  return by ? `CPC proved by ${by}` : null;
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
  return `${showValue(value)} stands ${where} and governs. Correct it there.`;
}
