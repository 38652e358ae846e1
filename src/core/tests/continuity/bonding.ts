import { conductorResistance } from '../../edition/conductor-resistance';
import type { EditionPack } from '../../edition/pack';
import { type Exact, add, divide, exact, isAtMost, multiply, toShortest } from '../../quantity/exact';
import { ohms } from '../../quantity/ohms';
import { type Judgement, notTaken } from '../../words/judgement';
import { reason } from '../../words/reason';
import { type ReadingValue, figureOf } from '../../quantity/reading-value';

/**
 * Judges the continuity of an earthing or main bonding conductor in ohm: against the rule of thumb, and by the length
 * the reading implies for its size, because the rule of thumb is only about 27 m of 10 mm².
 */
export function judgeBonding(
  value: ReadingValue,
  pack: EditionPack,
  material: 'copper' | 'aluminium',
  csaMm2: number | null,
  lengthMetres: number | null = null,
): Judgement {
  if (value.is === 'not-taken') return notTaken('bonding', value);
  const figure = figureOf(value);
  const thumb = exact(pack.bondingRuleOfThumbOhms.value);
  const limit = { text: `${ohms(thumb)}, a rule of thumb`, source: pack.bondingRuleOfThumbOhms.source };
  if (!figure) {
    return {
      rule: 'bonding.open',
      verdict: 'fails',
      expected: null,
      limit,
      working: [reason('bonding.open')],
      next: { rule: 'bonding.open' },
    };
  }
  const perMetre = csaMm2 ? conductorResistance(pack, material, csaMm2) : null;
  const implied = perMetre ? divide(multiply(figure, exact(1000)), perMetre) : null;
  const impliedText = implied
    ? `${ohms(figure)} ÷ ${toShortest(perMetre ?? exact(0), 3)} mΩ/m = about ${toShortest(implied, 0)} m of ${csaMm2} mm²`
    : reason('bonding.size-unknown');
  const expected = perMetre && lengthMetres ? divide(multiply(perMetre, exact(lengthMetres)), exact(1000)) : null;
  const { bondingParallelShare, bondingParallelOhms, bondingJointOhms, bondingShare } = pack.tolerances;
  const floor = expected ? multiply(expected, exact(bondingParallelShare.value)) : null;
  if (expected && floor && isAtMost(add(figure, exact(bondingParallelOhms.value)), floor)) {
    return {
      rule: 'bonding.low',
      verdict: 'doubt',
      expected: ohms(expected),
      limit,
      working: [
        reason('bonding.low', {
          run: `${lengthMetres} m of ${csaMm2} mm²`,
          expected: ohms(expected),
          read: ohms(figure),
        }),
      ],
      next: { rule: 'bonding.low' },
    };
  }
  if (expected) {
    const room = add(exact(bondingJointOhms.value), multiply(expected, exact(bondingShare.value)));
    const fits = isAtMost(figure, add(expected, room));
    return {
      rule: fits ? 'bonding.as-expected' : 'bonding.above-expected',
      verdict: fits ? 'meets' : 'doubt',
      expected: `${ohms(expected)} for ${lengthMetres} m of ${csaMm2} mm²`,
      limit,
      working: [
        `${lengthMetres} m × ${toShortest(perMetre ?? exact(0), 3)} mΩ/m = ${ohms(expected)}; ${ohms(figure)} is ${fits ? 'within' : 'above'} that and ${ohms(room)} for joints`,
        impliedText,
      ],
      next: fits ? null : { rule: 'bonding.above-expected' },
    };
  }
  const within = isAtMost(figure, thumb);
  return {
    rule: within ? 'bonding.within-thumb' : 'bonding.long',
    verdict: within ? 'meets' : 'doubt',
    expected: implied ? `about ${toShortest(implied, 0)} m of ${csaMm2} mm²` : null,
    limit,
    working: [`${ohms(figure)} ${within ? '≤' : '>'} ${ohms(thumb)} (rule of thumb)`, impliedText],
    next: within ? null : { rule: 'bonding.long' },
  };
}

/** Least main bonding and earthing conductor sizes in mm² of copper for a supply, with the working. */
export function requiredBonding(
  pack: EditionPack,
  earthing: 'TN-C-S' | 'TN-S' | 'TT',
  tailsCsaMm2: number,
): { readonly earthingMm2: Exact; readonly bondingMm2: Exact; readonly working: readonly string[] } {
  const tails = exact(tailsCsaMm2);
  const { earthingByTails, bondingMm2 } = pack.design;
  const step =
    earthingByTails.find((each) => each.tailsUpToMm2 === null || tailsCsaMm2 <= each.tailsUpToMm2)?.leastMm2 ??
    'as the tails';
  const byTable = step === 'as the tails' ? tails : step === 'half the tails' ? divide(tails, exact(2)) : exact(step);
  const half = divide(byTable, exact(2));
  const [least, atMost] = [exact(bondingMm2.least), exact(bondingMm2.most)];
  const bonding = isAtMost(half, least) ? least : isAtMost(half, atMost) ? half : atMost;
  const row = pack.protectiveMultipleEarthing.find((r) => r.neutralUpToMm2 === null || tailsCsaMm2 <= r.neutralUpToMm2);
  const pme = earthing === 'TN-C-S' && row ? exact(row.leastMm2) : exact(0);
  const most = (a: Exact, b: Exact) => (isAtMost(a, b) ? b : a);
  return {
    earthingMm2: most(byTable, pme),
    bondingMm2: most(bonding, pme),
    working: [
      `Table 54.7: tails ${tailsCsaMm2} mm² ask for an earthing conductor of ${toShortest(byTable, 2)} mm²`,
      `Main bonding: half of that, at least ${bondingMm2.least}, need not exceed ${bondingMm2.most}: ${toShortest(bonding, 2)} mm² (544.1.1)`,
      ...(earthing === 'TN-C-S'
        ? [`Table 54.8 (PME): at least ${toShortest(pme, 0)} mm² for both, whatever is calculated`]
        : []),
    ],
  };
}

/** Reading less lead resistance, in ohm. Below zero means the null was wrong. */
export const withoutLeads = (figure: Exact, leadOhms: Exact): Exact =>
  add(figure, { ...leadOhms, numerator: -leadOhms.numerator });
