import { type Slot, type SlotKey, anyPhase, keyOf, slotAt } from '../installation/slot';
import { type Judgement, gravest, unjudged, unstable } from '../words/judgement';
import { candidatesOf } from './governing';
import { type Job, wayOfSubject } from './job';
import { Looked, WatchedReadings } from './watched-readings';
import type { Obtained } from './test-definition';
import type { JobView } from './view';

export type Verdicts = ReadonlyMap<SlotKey, { readonly slot: Slot; readonly judgement: Judgement }>;

/** Judges a value as if it stood on a slot: what a person sees while typing, and what the paper goes by. */
export function judgeValue(view: JobView, slot: Slot, obtained: Obtained): Judgement {
  const definition = view.tests.of(slot);
  if (!definition) return unjudged('no-such-test', { why: view.tests.whyNot(slot) });
  const judgement = definition.judge(view, slot, obtained);
  return obtained.value.is === 'unstable' ? unstable(judgement, obtained.value) : judgement;
}

/**
 * Judges one slot in the light of the whole job by the gravest of the readings that could govern it: of a figure and one
 * over range nobody knows which is the larger. Null while nothing stands there.
 */
function judgeSlot(view: JobView, slot: Slot): Judgement | null {
  const [first, ...others] = candidatesOf(view, slot).map(({ body: { value, how, testVolts, method } }) =>
    judgeValue(view, slot, { value, how, testVolts, method }),
  );
  return first ? gravest(first, ...others) : null;
}

type Judged = { readonly slot: Slot; readonly judgement: Judgement };

/** Every slot that holds a standing reading, judged; with the whole of each circuit that was read part by part. */
export function judgeJob(view: JobView): Verdicts {
  return judgeEach(view, (slot) => judgeSlot(view, slot));
}

function judgeEach(view: JobView, judge: (slot: Slot, key: SlotKey) => Judgement | null): Verdicts {
  const verdicts = new Map<SlotKey, Judged>();
  const add = (slot: Slot) => {
    const key = keyOf(slot);
    if (verdicts.has(key)) return;
    const judgement = judge(slot, key);
    if (judgement) verdicts.set(key, { slot, judgement });
  };
  for (const readings of view.job.readings.values()) {
    const slot = readings[0]?.entry.body.slot;
    if (!slot) continue;
    add(slot);
    const whole = view.tests.wholeOf(slot, wayOfSubject(view.job, slot.on)?.id ?? null);
    if (whole) add(whole);
    for (const each of whole ? [slot, whole] : [slot])
      if (each.phase && view.tests.of(each)?.byPhase) add(slotAt(each.on, anyPhase(each)));
  }
  return verdicts;
}

/** Parts of a job no judgement looks at: the entries themselves and what was said of them. */
const unjudgedParts: ReadonlySet<string> = new Set(['readings', 'entries', 'strikes', 'head']);

/** Whether two views differ in nothing a judgement may look at but readings. */
function differInReadings(before: JobView, now: JobView): boolean {
  return (
    // Work that puts readings out of date hangs on all of them.
    before.recorded === before.job &&
    now.recorded === now.job &&
    before.document === now.document &&
    before.tests === now.tests &&
    Object.keys(now.job).every(
      (part) => unjudgedParts.has(part) || before.job[part as keyof Job] === now.job[part as keyof Job],
    )
  );
}

/**
 * Judges a job again and again as it grows, and gives the same verdicts as `judgeJob`: only a slot that looked at a reading
 * which is no longer the same is judged anew, and all are once anything else of the job changed. Verdicts that did not
 * change are the same objects.
 */
export function verdictKeeper(): (view: JobView) => Verdicts {
  let before: JobView | null = null;
  let kept: ReadonlyMap<SlotKey, { readonly judgement: Judgement | null; readonly looked: Looked }> = new Map();
  let last: Verdicts = new Map();
  return (view) => {
    const known = before && differInReadings(before, view) ? before.job.readings : null;
    const readings = new WatchedReadings(view.job.readings);
    const job = { ...view.job, readings };
    const watched: JobView = { ...view, job, recorded: view.recorded === view.job ? job : view.recorded };
    const next = new Map<SlotKey, { readonly judgement: Judgement | null; readonly looked: Looked }>();
    let changed = false;
    const verdicts = judgeEach(view, (slot, key) => {
      const held = kept.get(key);
      if (known && held?.looked.seesTheSame(known, view.job.readings)) {
        next.set(key, held);
        return held.judgement;
      }
      readings.looked = new Looked();
      const judgement = judgeSlot(watched, slot);
      changed = true;
      next.set(key, { judgement, looked: readings.looked });
      return judgement;
    });
    // A slot keeps the object it had, so that what shows it can tell that nothing changed.
    for (const [key, each] of verdicts) {
      const held = last.get(key);
      if (held && held.judgement === each.judgement) (verdicts as Map<SlotKey, Judged>).set(key, held);
    }
    if (changed || verdicts.size !== last.size) last = verdicts;
    [before, kept] = [view, next];
    return last;
  };
}

/** Verdicts of results: what was read pair by pair, or point by point, counts once, with its circuit. */
export const resultVerdicts = (view: Pick<JobView, 'tests'>, verdicts: Verdicts) =>
  [...verdicts.values()].filter(({ slot }) => {
    const definition = view.tests.of(slot);
    return definition?.countsWith === undefined && !(slot.phase && definition?.byPhase);
  });
