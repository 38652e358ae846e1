import { type ConductorMetal, conductorResistance } from '../../edition/conductor-resistance';
import type { EditionPack } from '../../edition/pack';
import {
  type Exact,
  add,
  compare,
  divide,
  exact,
  isAtMost,
  multiply,
  subtract,
  toShortest,
} from '../../quantity/exact';
import { beside, ohms } from '../../quantity/ohms';
import { type Judgement, type Limit, notTaken, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';
import { type ReadingValue, figureOf } from '../../quantity/reading-value';

export type RadialContext = {
  readonly pack: EditionPack;
  readonly liveCsaMm2: number | null;
  readonly cpcCsaMm2: number | null;
  /** What both are made of; copper where nothing is said. */
  readonly material?: ConductorMetal;
  readonly lengthMetres: number | null;
  /** Of the conductors when they were read, in °C. */
  readonly celsius?: number;
  readonly ring: { readonly r1: ReadingValue | null; readonly r2: ReadingValue | null } | null;
};

/**
 * Judges R1+R2 (or R2 alone) in ohm. It has no limit of its own: it is compared with what the cable's length allows or
 * with a quarter of the ring's ends, and otherwise shows the length it implies.
 */
export function judgeRadial(value: ReadingValue, which: 'R1+R2' | 'R2', context: RadialContext): Judgement {
  const expected = fromRing(which, context) ?? fromCable(which, context);
  const most = 'ohms' in expected ? toldExpectation(expected) : null;
  if (value.is === 'not-taken') return notTaken('continuity', value, most);
  const figure = figureOf(value);
  if (!figure) {
    return {
      rule: 'continuity.open',
      verdict: 'fails',
      expected: most?.text ?? null,
      limit: most ?? { text: 'a path', source: '643.2.1', figure: 'a path' },
      working: [reason(value.is === 'open' ? 'continuity.open' : 'continuity.beyond-range')],
      next: { rule: 'continuity.open' },
    };
  }
  if ('ohms' in expected) return compared(figure, expected, context.pack);
  if (!expected.perMetre) return unjudged('continuity.no-cable');
  const implied = divide(figure, expected.perMetre);
  return {
    ...unjudged('continuity.no-length', {
      working: `${ohms(figure)} ÷ ${toShortest(multiply(expected.perMetre, exact(1000)), 2)} mΩ/m = ${toShortest(implied, 0)} m of ${expected.cable}`,
    }),
    rule: 'continuity.implied-length',
    expected: `about ${toShortest(implied, 0)} m of ${expected.cable} at 20 °C`,
  };
}

type Expected = {
  readonly ohms: Exact;
  readonly working: string;
  readonly whenHigh: 'continuity.high' | 'continuity.high-on-ring';
};

const toldExpectation = ({ ohms: expected, whenHigh }: Expected): Limit => ({
  text: ohms(expected),
  source: `643.2.1; ${whenHigh === 'continuity.high' ? 'conductor resistance × length' : '(r1 + r2) ÷ 4'}`,
  figure: `${toShortest(expected, 4)} Ω`,
});

function fromRing(which: 'R1+R2' | 'R2', { ring }: RadialContext): Expected | null {
  const r1 = ring?.r1 ? figureOf(ring.r1) : null;
  const r2 = ring?.r2 ? figureOf(ring.r2) : null;
  if (!r1 || !r2 || which === 'R2') return null;
  const expected = divide(add(r1, r2), exact(4));
  return {
    ohms: expected,
    working: `(r1 ${toShortest(r1, 3)} + r2 ${toShortest(r2, 3)}) ÷ 4 = ${ohms(expected)}`,
    whenHigh: 'continuity.high-on-ring',
  };
}

function fromCable(
  which: 'R1+R2' | 'R2',
  { pack, liveCsaMm2, cpcCsaMm2, material = 'copper', lengthMetres, celsius = 20 }: RadialContext,
): Expected | { readonly perMetre: Exact | null; readonly cable: string } {
  const live = which === 'R2' ? exact(0) : liveCsaMm2 ? conductorResistance(pack, material, liveCsaMm2) : null;
  const cpc = cpcCsaMm2 ? conductorResistance(pack, material, cpcCsaMm2) : null;
  const cable = which === 'R2' ? `${cpcCsaMm2} mm² CPC` : `${liveCsaMm2}/${cpcCsaMm2} mm²`;
  if (!live || !cpc) return { perMetre: null, cable };
  const at20 = divide(add(live, cpc), exact(1000));
  if (!lengthMetres) return { perMetre: at20, cable };
  const warmth = add(exact(1), multiply(exact('0.004'), subtract(exact(celsius), exact(20))));
  const expected = multiply(multiply(at20, exact(lengthMetres)), warmth);
  return {
    ohms: expected,
    working: `${lengthMetres} m × ${toShortest(multiply(at20, exact(1000)), 2)} mΩ/m (${cable})${celsius === 20 ? '' : ` at ${celsius} °C`} = ${ohms(expected)}`,
    whenHigh: 'continuity.high',
  };
}

function compared(figure: Exact, expectation: Expected, pack: EditionPack): Judgement {
  const { ohms: expected, working, whenHigh } = expectation;
  const { radialOhms, radialShare, radialLowOhms } = pack.tolerances;
  const room = add(exact(radialOhms.value), multiply(expected, exact(radialShare.value)));
  const high = compare(figure, add(expected, room)) > 0;
  // Contacts and terminals add, and never take away: below there is room for the length alone.
  const least = subtract(multiply(expected, subtract(exact(1), exact(radialShare.value))), exact(radialLowOhms.value));
  const low = compare(figure, least) < 0;
  return {
    rule: high ? 'continuity.high' : low ? 'continuity.low' : 'continuity.as-expected',
    verdict: high || low ? 'doubt' : 'meets',
    expected: ohms(expected),
    limit: toldExpectation(expectation),
    working: [
      working,
      `${toShortest(figure, 3)} Ω is ${high ? 'above' : low ? 'below' : 'within'} ${ohms(least)} to ${ohms(add(expected, room))}`,
    ],
    next: high ? { rule: whenHigh } : low ? { rule: 'continuity.low' } : null,
  };
}

/** Judges the path from a point's CPC to the metalwork it should earth, in ohm: a joint, so no more than a trace. */
export function judgeMetalwork(value: ReadingValue, pack: EditionPack): Judgement {
  const least = exact(pack.bondingRuleOfThumbOhms.value);
  const limit: Limit = {
    text: `a joint: about ${ohms(least)} or less`,
    source: pack.bondingRuleOfThumbOhms.source,
    figure: ohms(least),
  };
  if (value.is === 'not-taken') return notTaken('metalwork', value, limit);
  const figure = figureOf(value);
  if (!figure)
    return {
      rule: 'metalwork.open',
      verdict: 'fails',
      expected: 'next to nothing',
      limit,
      working: [reason('metalwork.open')],
      next: { rule: 'metalwork.open' },
    };
  const joined = isAtMost(figure, least);
  return {
    rule: joined ? 'metalwork.joined' : 'metalwork.poor',
    verdict: joined ? 'meets' : 'doubt',
    expected: 'next to nothing',
    limit,
    working: [beside({ figure, atLeast: false }, least, 'Ω')],
    next: joined ? null : { rule: 'metalwork.poor' },
  };
}
