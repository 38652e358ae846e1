import type { EditionPack } from '../../edition/pack';
import { type Exact, add, divide, exact, isBelow, toShortest } from '../../quantity/exact';
import { type Judgement, notTaken, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';
import type { Way } from '../../installation/way';
import { type ReadingValue, showValue } from '../../quantity/reading-value';
import { insulationTestOf } from './test-voltage';

/**
 * Judges one insulation resistance in megohm: below the circuit's minimum it fails (Table 64), below the investigation
 * threshold, which is about 230 V circuits, it asks for a look. An over-range value counts as at least its bound.
 */
export function judgeInsulation(
  value: ReadingValue,
  pack: EditionPack,
  testVolts: number | null,
  way: Way | null = null,
): Judgement {
  if (value.is === 'not-taken') return notTaken('ir', value);
  if (value.is !== 'number' && value.is !== 'over') return unjudged('ir.unreadable');
  const figure = exact(value.is === 'number' ? value.shown : value.bound);
  const { circuit, testVolts: usualVolts, minimumMegohms } = insulationTestOf(pack, way);
  const { value: least, source } = minimumMegohms;
  const minimum = exact(least);
  const investigate = exact(circuit === 'extra-low' ? least : pack.insulation.investigateBelowMegohms.value);
  const volts = testVolts ?? usualVolts;
  const limit = { text: `at least ${least} MΩ at ${volts} V`, source: `${source}, ${pack.title}` };
  const shown = `${showValue(value)} MΩ`;
  const expected =
    circuit === 'extra-low' ? null : `${pack.insulation.investigateBelowMegohms.value} MΩ or more on existing work`;
  if (isBelow(figure, minimum)) {
    return value.is === 'over'
      ? {
          rule: 'ir.bound-below-minimum',
          verdict: 'doubt',
          expected,
          limit,
          working: [reason('ir.bound-below-minimum', { bound: value.bound, least })],
          next: { rule: 'ir.bound-below-minimum' },
        }
      : {
          rule: 'ir.below-minimum',
          verdict: 'fails',
          expected,
          limit,
          working: [`${shown} < ${least} MΩ`],
          next: { rule: 'ir.below-minimum' },
        };
  }
  if (isBelow(figure, investigate)) {
    return {
      rule: 'ir.investigate',
      verdict: 'doubt',
      expected,
      limit,
      working: [
        `${shown} ≥ ${least} MΩ, but below ${pack.insulation.investigateBelowMegohms.value} MΩ (${pack.insulation.investigateBelowMegohms.source})`,
      ],
      next: { rule: 'ir.investigate' },
    };
  }
  return {
    rule: 'ir.meets',
    verdict: 'meets',
    expected,
    limit,
    working: [`${value.is === 'over' ? `at least ${value.bound} MΩ` : shown} ≥ ${least} MΩ`],
    next: null,
  };
}

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
    if (value.is !== 'number' && value.is !== 'over') continue;
    const figure = exact(value.is === 'number' ? value.shown : value.bound);
    if (value.is === 'over') atLeast = true;
    circuits += 1;
    if (figure.numerator === 0n) return { megohms: exact(0), atLeast: false, circuits };
    conductance = add(conductance, divide(exact(1), figure));
  }
  return circuits === 0 ? null : { megohms: divide(exact(1), conductance), atLeast, circuits };
}

/** Judges the board's total against the same minimum as a circuit. */
export function judgeParallelInsulation(values: readonly ReadingValue[], pack: EditionPack): Judgement | null {
  const total = parallelInsulation(values);
  if (!total) return null;
  const { value: least } = insulationTestOf(pack, null).minimumMegohms;
  const minimum = exact(least);
  const meets = !isBelow(total.megohms, minimum);
  // Over-range circuits only bring the total down: what the others come to is the most it can be.
  const most = parallelInsulation(values.filter((value) => value.is === 'number'));
  const fails = most !== null && isBelow(most.megohms, minimum);
  const shown =
    fails && total.atLeast
      ? `at most ${toShortest(most.megohms, 2)} MΩ`
      : `${total.atLeast ? 'at least ' : ''}${toShortest(total.megohms, 2)} MΩ`;
  return {
    rule: meets ? 'ir.board-meets' : fails ? 'ir.board-below' : 'ir.board-unknown',
    verdict: meets ? 'meets' : fails ? 'fails' : 'doubt',
    expected: shown,
    limit: { text: `at least ${least} MΩ`, source: `643.3.2, ${pack.title}` },
    working: [`1/R = Σ 1/Ri over ${total.circuits} circuit${total.circuits === 1 ? '' : 's'} = ${shown}`],
    next: meets ? null : { rule: 'ir.board-low' },
  };
}
