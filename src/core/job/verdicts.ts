import { type Slot, type SlotKey, anyPhase, keyOf, slotAt } from '../installation/slot';
import { type Judgement, gravest, unjudged, unstable } from '../words/judgement';
import { candidatesOf } from './governing';
import { wayOfSubject } from './job';
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

/** Every slot that holds a standing reading, judged; with the whole of each circuit that was read part by part. */
export function judgeJob(view: JobView): Verdicts {
  const verdicts = new Map<SlotKey, { slot: Slot; judgement: Judgement }>();
  const add = (slot: Slot) => {
    const key = keyOf(slot);
    if (verdicts.has(key)) return;
    const judgement = judgeSlot(view, slot);
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

/** Verdicts of results: what was read pair by pair, or point by point, counts once, with its circuit. */
export const resultVerdicts = (view: Pick<JobView, 'tests'>, verdicts: Verdicts) =>
  [...verdicts.values()].filter(({ slot }) => {
    const definition = view.tests.of(slot);
    return definition?.countsWith === undefined && !(slot.phase && definition?.byPhase);
  });
