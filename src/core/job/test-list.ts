import { type Measure, type Slot, type Subject, anyPhase, measureKey, sameMeasure, slotAt } from '../installation/slot';
import { compare, exact } from '../quantity/exact';
import type { ReadingValue } from '../quantity/reading-value';
import type { SlotDefinition, TestDefinition } from './test-definition';

/** The families of tests there are, and the slots they bring: looked up by what is measured on what. */
export type TestList = {
  readonly families: readonly TestDefinition[];
  readonly slots: readonly SlotDefinition[];
  readonly of: (at: Slot) => SlotDefinition | undefined;
  readonly on: (of: Subject['of'], measured: Measure) => SlotDefinition | undefined;
  /** The definitions whose readings count with this one's. */
  readonly partsOf: (definition: SlotDefinition) => readonly SlotDefinition[];
  /**
   * The slot a part counts with: of the way a point is on, else of the same subject. Undefined where it counts for itself,
   * or where its way is not known.
   */
  readonly wholeOf: (part: Slot, wayId: string | null) => Slot | undefined;
  /** The columns of the circuit ledger, in their order. */
  readonly columns: readonly (SlotDefinition & Required<Pick<SlotDefinition, 'column'>>)[];
  readonly whyNot: (at: Slot) => string;
  readonly misfit: (value: ReadingValue, definition: SlotDefinition) => string | null;
};

/** Throws where two families claim one slot: that is a mistake in the list. */
export function testList(families: readonly TestDefinition[]): TestList {
  const slots = families.flatMap((family) => family.slots);
  const byKey = new Map<string, SlotDefinition>();
  for (const each of slots) {
    const key = `${each.on}/${measureKey(each.measure)}`;
    if (byKey.has(key)) throw new Error(`Two tests claim ${key}`);
    byKey.set(key, each);
  }
  const on = (of: Subject['of'], measured: Measure) => byKey.get(`${of}/${measureKey(measured)}`);
  const known = new WeakMap<Slot, SlotDefinition | undefined>();
  const of = (at: Slot) => {
    if (!known.has(at)) {
      const { on: subject, ...measured } = at;
      known.set(at, on(subject.of, measured) ?? on(subject.of, anyPhase(measured)));
    }
    return known.get(at);
  };
  const parts = new Map(
    slots.map((whole) => [
      whole,
      slots.filter(
        (each) =>
          // A reading at a point counts with its circuit, and is no part of itself.
          each !== whole &&
          each.countsWith !== undefined &&
          sameMeasure(each.countsWith, whole.measure) &&
          (whole.on === 'way' ? each.on === 'way' || each.on === 'point' : each.on === whole.on),
      ),
    ]),
  );
  return {
    families,
    slots,
    of,
    on,
    partsOf: (definition) => parts.get(definition) ?? [],
    wholeOf: (part, wayId) => {
      const whole = of(part)?.countsWith;
      if (!whole) return undefined;
      const subject: Subject | null =
        part.on.of !== 'point' ? part.on : wayId === null ? null : { of: 'way', id: wayId };
      return subject ? slotAt(subject, part.phase ? { ...whole, phase: part.phase } : whole) : undefined;
    },
    columns: slots
      .filter((each): each is SlotDefinition & Required<Pick<SlotDefinition, 'column'>> => each.column !== undefined)
      .sort((a, b) => a.column.place - b.column.place),
    whyNot: (at) => {
      const elsewhere = slots.find((each) => sameMeasure(each.measure, anyPhase(at)));
      return elsewhere
        ? `${elsewhere.name} is taken on a ${elsewhere.on}.`
        : `There is no test ${measureKey(at)} in this application.`;
    },
    misfit,
  };
}

/** Null when a value may stand in this slot; otherwise what is wrong with it. */
function misfit(value: ReadingValue, { spec, name }: Pick<SlotDefinition, 'spec' | 'name'>): string | null {
  if (value.is === 'not-taken') return null;
  if (spec.takes === 'confirmation') {
    return value.is === 'confirmed' || value.is === 'reversed'
      ? null
      : `${name} is confirmed or not: it takes no figure.`;
  }
  switch (value.is) {
    case 'open':
      return spec.mayBeOpen ? null : `${name} cannot be open.`;
    case 'over':
      if (!spec.mayBeOver) return `${name} cannot be over range.`;
      return value.bound.startsWith('-') ? `${name} cannot be over a figure below zero.` : null;
    case 'unstable':
      return (spec.mayBeOpen || spec.mayWander) &&
        exact(value.low).numerator >= 0n &&
        compare(exact(value.low), exact(value.high)) < 0 &&
        compare(exact(value.high), exact(spec.most)) <= 0
        ? null
        : `${name} cannot be unstable from ${value.low} to ${value.high}.`;
    case 'number':
    case 'under': {
      const text = value.is === 'number' ? value.shown : value.bound;
      const figure = exact(text);
      if (text.startsWith('-')) return `${name} cannot be below zero.`;
      return compare(figure, exact(spec.most)) > 0 ? `${name} of ${text} is more than any instrument shows.` : null;
    }
    default:
      return `${name} takes a figure.`;
  }
}
