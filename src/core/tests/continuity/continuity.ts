import { conductorResistance } from '../../edition/conductor-resistance';
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
import { ohms } from '../../quantity/ohms';
import { type Judgement, notTaken, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';
import { type ReadingValue, figureOf } from '../../quantity/reading-value';

export type RadialContext = {
  readonly pack: EditionPack;
  readonly liveCsaMm2: number | null;
  readonly cpcCsaMm2: number | null;
  readonly lengthMetres: number | null;
  readonly ring: { readonly r1: ReadingValue | null; readonly r2: ReadingValue | null } | null;
};

/**
 * Judges R1+R2 (or R2 alone) in ohm. It has no limit of its own: it is compared with what the cable's length allows or
 * with a quarter of the ring's ends, and otherwise shows the length it implies.
 */
export function judgeRadial(value: ReadingValue, which: 'R1+R2' | 'R2', context: RadialContext): Judgement {
  if (value.is === 'not-taken') return notTaken('continuity', value);
  const figure = figureOf(value);
  if (!figure) {
    return {
      rule: 'continuity.open',
      verdict: 'fails',
      expected: null,
      limit: null,
      working: [reason(value.is === 'open' ? 'continuity.open' : 'continuity.beyond-range')],
      next: { rule: 'continuity.open' },
    };
  }
  return fromRing(figure, which, context) ?? fromCable(figure, which, context);
}

function fromRing(figure: Exact, which: 'R1+R2' | 'R2', context: RadialContext): Judgement | null {
  const { ring } = context;
  const r1 = ring?.r1 ? figureOf(ring.r1) : null;
  const r2 = ring?.r2 ? figureOf(ring.r2) : null;
  if (!r1 || !r2 || which === 'R2') return null;
  const expected = divide(add(r1, r2), exact(4));
  const working = `(r1 ${toShortest(r1, 3)} + r2 ${toShortest(r2, 3)}) ÷ 4 = ${ohms(expected)}`;
  return compared(figure, expected, working, context.pack, 'continuity.high-on-ring');
}

function fromCable(figure: Exact, which: 'R1+R2' | 'R2', context: RadialContext): Judgement {
  const { pack, liveCsaMm2, cpcCsaMm2, lengthMetres } = context;
  const live = which === 'R2' ? exact(0) : liveCsaMm2 ? conductorResistance(pack, 'copper', liveCsaMm2) : null;
  const cpc = cpcCsaMm2 ? conductorResistance(pack, 'copper', cpcCsaMm2) : null;
  if (!live || !cpc) return unjudged('continuity.no-cable');
  const perMetre = divide(add(live, cpc), exact(1000));
  const cable = which === 'R2' ? `${cpcCsaMm2} mm² CPC` : `${liveCsaMm2}/${cpcCsaMm2} mm²`;
  if (lengthMetres) {
    const expected = multiply(perMetre, exact(lengthMetres));
    const working = `${lengthMetres} m × ${toShortest(multiply(perMetre, exact(1000)), 2)} mΩ/m (${cable}) = ${ohms(expected)}`;
    return compared(figure, expected, working, pack, 'continuity.high');
  }
  const implied = divide(figure, perMetre);
  return {
    rule: 'continuity.implied-length',
    verdict: 'meets',
    expected: `about ${toShortest(implied, 0)} m of ${cable} at 20 °C`,
    limit: null,
    working: [
      `${ohms(figure)} ÷ ${toShortest(multiply(perMetre, exact(1000)), 2)} mΩ/m = ${toShortest(implied, 0)} m of ${cable}`,
    ],
    next: null,
  };
}

function compared(
  figure: Exact,
  expected: Exact,
  working: string,
  pack: EditionPack,
  whenHigh: 'continuity.high' | 'continuity.high-on-ring',
): Judgement {
  const { radialOhms, radialShare } = pack.tolerances;
  const room = add(exact(radialOhms.value), multiply(expected, exact(radialShare.value)));
  const high = compare(figure, add(expected, room)) > 0;
  const low = compare(figure, subtract(expected, room)) < 0;
  return {
    rule: high ? 'continuity.high' : low ? 'continuity.low' : 'continuity.as-expected',
    verdict: high || low ? 'doubt' : 'meets',
    expected: ohms(expected),
    limit: null,
    working: [
      working,
      `${ohms(figure)} is ${high ? 'above' : low ? 'below' : 'within'} ${ohms(expected)} ± ${ohms(room)}`,
    ],
    next: high ? { rule: whenHigh } : low ? { rule: 'continuity.low' } : null,
  };
}

/** Judges the path from a point's CPC to the metalwork it should earth, in ohm: a joint, so no more than a trace. */
export function judgeMetalwork(value: ReadingValue, pack: EditionPack): Judgement {
  if (value.is === 'not-taken') return notTaken('metalwork', value);
  const figure = figureOf(value);
  const least = exact(pack.bondingRuleOfThumbOhms.value);
  const limit = { text: `a joint: about ${ohms(least)} or less`, source: pack.bondingRuleOfThumbOhms.source };
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
    working: [`${ohms(figure)} ${joined ? '≤' : '>'} ${ohms(least)}`],
    next: joined ? null : { rule: 'metalwork.poor' },
  };
}
