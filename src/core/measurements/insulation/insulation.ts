import type { EditionPack } from '../../edition/pack';
import type { InsulationTest, SourcedFigure } from '../../edition/rows';
import { type Exact, add, divide, exact, isBelow, toShortest } from '../../quantity/exact';
import { toldApart } from '../../quantity/ohms';
import { type Judgement, type Limit, doubted, isNotTaken, notTaken, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';
import { type ReadingValue, knownOf } from '../../quantity/reading-value';
import { insulationTestOf } from './test-voltage';

export type InsulationContext = {
  readonly pack: EditionPack;
  /** The row of Table 64 the circuit is tested by. */
  readonly test: InsulationTest;
  readonly testVolts: number | null;
  /** Below which a sound reading is still looked into; null where nothing more is expected. */
  readonly lookAgainBelowMegohms: SourcedFigure | null;
};

/** What is expected of a circuit over the least it must have: more of new work than of old, nothing of extra-low voltage. */
export const lookAgainBelow = (pack: EditionPack, test: InsulationTest, isNew: boolean): SourcedFigure | null =>
  test.circuit === 'extra-low'
    ? null
    : isNew
      ? pack.insulation.expectedWhenNewMegohms
      : pack.insulation.investigateBelowMegohms;

/**
 * Judges one insulation resistance in megohm: below the circuit's minimum it fails (Table 64); below what is expected of it
 * it asks for a look. Over range is at least its bound; under range at most.
 */
export function judgeInsulation(value: ReadingValue, context: InsulationContext): Judgement {
  const judgement = judgeMegohms(value, context);
  const { testVolts, test } = context;
  if (isNotTaken(judgement) || !isTooLow(testVolts, test)) return judgement;
  const said = reason('ir.test-volts-low', { volts: String(testVolts), wanted: String(test.testVolts) });
  return { ...doubted(judgement, said, { rule: 'ir.test-volts' }), rule: `${judgement.rule}.test-volts` };
}

function judgeMegohms(value: ReadingValue, context: InsulationContext): Judgement {
  const { pack, test, testVolts, lookAgainBelowMegohms: look } = context;
  const { value: least, source } = test.minimumMegohms;
  const limit: Limit = {
    text: `at least ${least} MΩ at ${testVolts ?? test.testVolts} V`,
    source: `643.3; ${source}, ${pack.title}`,
    figure: `${least} MΩ`,
    amount: exact(least),
  };
  if (value.is === 'not-taken') return notTaken('ir', value, limit);
  const known = knownOf(value);
  if (!known || value.is === 'unstable') return unjudged('ir.unreadable');
  const { figure, atLeast } = known;
  const atMost = value.is === 'under';
  const shown = `${atLeast ? 'at least ' : atMost ? 'at most ' : ''}${toShortest(figure, 3)} MΩ`;
  const base = { expected: look ? `${look.value} MΩ or more` : null, limit };
  const below = isBelow(figure, exact(least));
  const unknown = atLeast ? below : atMost && !below;
  if (unknown)
    return {
      ...base,
      rule: 'ir.bound-below-minimum',
      verdict: 'doubt',
      working: [reason('ir.bound-below-minimum', { bound: shown, least })],
      next: { rule: 'ir.bound-below-minimum' },
    };
  if (below)
    return {
      ...base,
      rule: 'ir.below-minimum',
      verdict: 'fails',
      working: [`${shown} < ${least} MΩ`],
      next: { rule: 'ir.below-minimum' },
    };
  if (look && isBelow(figure, exact(look.value)))
    return {
      ...base,
      rule: 'ir.investigate',
      verdict: 'doubt',
      working: [`${shown} ≥ ${least} MΩ, but below ${look.value} MΩ (${look.source})`],
      next: { rule: 'ir.investigate' },
    };
  return { ...base, rule: 'ir.meets', verdict: 'meets', working: [`${shown} ≥ ${least} MΩ`], next: null };
}

/**
 * Whether a test was made at less than its circuit asks for (Table 64). 250 V stands for 500 V where something stays
 * connected that cannot take more, and is a usual first try (643.3): nothing below it does.
 */
const isTooLow = (testVolts: number | null, { testVolts: wanted }: InsulationTest): boolean =>
  testVolts !== null && testVolts < (wanted === 500 ? leastVolts : wanted);
const leastVolts = 250;

export type ParallelInsulation = { readonly megohms: Exact; readonly atLeast: boolean; readonly circuits: number };

/**
 * The whole board from its circuits: 1/R = Σ 1/Ri. With an over-range value among them the result is "at least".
 * Null when no figure is there; zero when any circuit reads zero.
 */
export function parallelInsulation(values: readonly ReadingValue[]): ParallelInsulation | null {
  let conductance = exact(0);
  let atLeast = false;
  let circuits = 0;
  for (const value of values) {
    const known = value.is === 'unstable' ? null : knownOf(value);
    if (!known) continue;
    const { figure } = known;
    if (known.atLeast) atLeast = true;
    circuits += 1;
    if (figure.numerator === 0n) return { megohms: exact(0), atLeast: false, circuits };
    conductance = add(conductance, divide(exact(1), figure));
  }
  return circuits === 0 ? null : { megohms: divide(exact(1), conductance), atLeast, circuits };
}

/** Judges the board's total against the same minimum as a circuit. A circuit that was not read can only lower it. */
export function judgeParallelInsulation(values: readonly ReadingValue[], pack: EditionPack): Judgement | null {
  const total = parallelInsulation(values);
  if (!total) return null;
  const { value: least } = insulationTestOf(pack, null).minimumMegohms;
  const limit: Limit = { text: `at least ${least} MΩ`, source: `643.3.2, ${pack.title}`, figure: `${least} MΩ` };
  const minimum = exact(least);
  const unread = values.find((value) => value.is === 'not-taken');
  const meets = !isBelow(total.megohms, minimum);
  // Over-range circuits only bring the total down: what the others come to is the most it can be.
  const most = parallelInsulation(values.filter((value) => value.is === 'number' || value.is === 'under'));
  const fails = most !== null && isBelow(most.megohms, minimum);
  const shown =
    fails && total.atLeast
      ? `at most ${toldApart(most.megohms, minimum, 1, 'up')[0]} MΩ`
      : `${total.atLeast ? 'at least ' : ''}${toldApart(total.megohms, minimum, 1, total.atLeast ? 'down' : 'half-up')[0]} MΩ`;
  if (unread && !fails) {
    const missing = values.filter((value) => value.is === 'not-taken').length;
    return { ...notTaken('ir.board', unread, limit), working: [reason('ir.board-unread', { missing, shown })] };
  }
  return {
    rule: meets ? 'ir.board-meets' : fails ? 'ir.board-below' : 'ir.board-unknown',
    verdict: meets ? 'meets' : fails ? 'fails' : 'doubt',
    expected: shown,
    limit,
    working: [`1/R = Σ 1/Ri over ${total.circuits} circuit${total.circuits === 1 ? '' : 's'} = ${shown}`],
    next: meets ? null : { rule: 'ir.board-low' },
  };
}
