import { conductorResistance } from '../edition/conductor-resistance';
import type { EditionPack } from '../edition/pack';
import { type Exact, add, compare, divide, exact, isAtMost, isBelow, multiply, subtract, toFixed, toShortest } from '../quantity/exact';
import { type Judgement, unjudged } from '../quantity/judgement';
import { type ReadingValue, figureOf } from '../quantity/reading-value';

const ohms = (value: Exact): string => `${toFixed(value, 2, 'half-up')} Ω`;

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
  if (value.is === 'not-taken') return unjudged('continuity.not-taken', `Recorded as ${value.mark}.`);
  const figure = figureOf(value);
  if (!figure) {
    return {
      rule: 'continuity.open',
      verdict: 'fails',
      expected: null,
      limit: null,
      working: [value.is === 'open' ? 'No path: a conductor is broken or not connected.' : 'Beyond the range of the ohmmeter.'],
      next: 'Find the break before any live test: on an open CPC a loop test makes metalwork live (item 5.8).',
    };
  }
  return fromRing(figure, which, context) ?? fromCable(figure, which, context);
}

function fromRing(figure: Exact, which: 'R1+R2' | 'R2', { ring }: RadialContext): Judgement | null {
  const r1 = ring?.r1 ? figureOf(ring.r1) : null;
  const r2 = ring?.r2 ? figureOf(ring.r2) : null;
  if (!r1 || !r2 || which === 'R2') return null;
  const expected = divide(add(r1, r2), exact(4));
  const working = `(r1 ${toShortest(r1, 3)} + r2 ${toShortest(r2, 3)}) ÷ 4 = ${ohms(expected)}`;
  return compared(figure, expected, working, 'A spur reads higher. Otherwise look for a loose terminal or wrong ends linked.');
}

function fromCable(figure: Exact, which: 'R1+R2' | 'R2', context: RadialContext): Judgement {
  const { pack, liveCsaMm2, cpcCsaMm2, lengthMetres } = context;
  const live = which === 'R2' ? exact(0) : liveCsaMm2 ? conductorResistance(pack, 'copper', liveCsaMm2) : null;
  const cpc = cpcCsaMm2 ? conductorResistance(pack, 'copper', cpcCsaMm2) : null;
  if (!live || !cpc) return unjudged('continuity.no-cable', 'No limit of its own; give the cable to see the length it implies.');
  const perMetre = divide(add(live, cpc), exact(1000));
  const cable = which === 'R2' ? `${cpcCsaMm2} mm² CPC` : `${liveCsaMm2}/${cpcCsaMm2} mm²`;
  if (lengthMetres) {
    const expected = multiply(perMetre, exact(lengthMetres));
    const working = `${lengthMetres} m × ${toShortest(multiply(perMetre, exact(1000)), 2)} mΩ/m (${cable}) = ${ohms(expected)}`;
    return compared(figure, expected, working, 'A loose joint, or a longer run than recorded.');
  }
  const implied = divide(figure, perMetre);
  return {
    rule: 'continuity.implied-length',
    verdict: 'meets',
    expected: `about ${toShortest(implied, 0)} m of ${cable} at 20 °C`,
    limit: null,
    working: [`${ohms(figure)} ÷ ${toShortest(multiply(perMetre, exact(1000)), 2)} mΩ/m = ${toShortest(implied, 0)} m of ${cable}`],
    next: null,
  };
}

function compared(figure: Exact, expected: Exact, working: string, whenHigh: string): Judgement {
  const room = add(exact('0.05'), divide(expected, exact(4)));
  const high = compare(figure, add(expected, room)) > 0;
  const low = compare(figure, subtract(expected, room)) < 0;
  return {
    rule: high ? 'continuity.high' : low ? 'continuity.low' : 'continuity.as-expected',
    verdict: high || low ? 'doubt' : 'meets',
    expected: ohms(expected),
    limit: null,
    working: [working, `${ohms(figure)} is ${high ? 'above' : low ? 'below' : 'within'} ${ohms(expected)} ± ${ohms(room)}`],
    next: high ? whenHigh : low ? 'Lower than the copper allows: a parallel path, a shorter run, or a wrong lead null.' : null,
  };
}

/**
 * Judges a reading at a socket in step 2 or 3 of a ring, in ohm, beside a quarter of the ends. A smaller CPC makes step 3
 * fall towards the board by itself, so only what is above, or below the least that allows, is remarked on.
 */
export function judgeRingStep(value: ReadingValue, step: 2 | 3, ends: { readonly r1: ReadingValue | null; readonly other: ReadingValue | null }, pack: EditionPack): Judgement {
  if (value.is === 'not-taken') return unjudged('ring-step.not-taken', `Recorded as ${value.mark}.`);
  const figure = figureOf(value);
  if (!figure) {
    return { rule: 'ring-step.open', verdict: 'fails', expected: null, limit: null, working: ['Open here: no path between the two.'], next: 'Try the other pairs at this socket: neutral to CPC tells reversed from not connected.' };
  }
  const r1 = ends.r1 && figureOf(ends.r1);
  const other = ends.other && figureOf(ends.other);
  const name = step === 2 ? 'rn' : 'r2';
  if (!r1 || !other) return unjudged('ring-step.alone', `Beside (r1 + ${name}) ÷ 4 once both ends are read.`);
  const sum = add(r1, other);
  const quarter = divide(sum, exact(4));
  const least = sum.numerator === 0n ? exact(0) : divide(multiply(r1, other), sum);
  const { value: room, source } = pack.design.ringAgreeOhms;
  const high = compare(figure, add(quarter, exact(room))) > 0;
  const low = compare(figure, subtract(least, exact(room))) < 0;
  return {
    rule: high ? 'ring-step.high' : low ? 'ring-step.low' : 'ring-step.level',
    verdict: high || low ? 'doubt' : 'meets',
    expected: step === 2 ? ohms(quarter) : `${ohms(least)} to ${ohms(quarter)}`,
    limit: { text: `within ${room} Ω of that`, source },
    working: [`(r1 ${toShortest(r1, 3)} + ${name} ${toShortest(other, 3)}) ÷ 4 = ${ohms(quarter)}`, `${ohms(figure)} is ${high ? 'above' : low ? 'below' : 'within'} that, ${room} Ω either way`],
    next: high ? 'A spur, a poor joint or contact; the diagnosis weighs it with the others.' : low ? 'Both links on one leg, or a bridge: the diagnosis weighs it with the others.' : null,
  };
}

/** Judges the path from a point's CPC to the metalwork it should earth, in ohm: a joint, so no more than a trace. */
export function judgeMetalwork(value: ReadingValue, pack: EditionPack): Judgement {
  if (value.is === 'not-taken') return unjudged('metalwork.not-taken', `Recorded as ${value.mark}.`);
  const figure = figureOf(value);
  const least = exact(pack.bondingRuleOfThumbOhms.value);
  const limit = { text: `a joint: about ${ohms(least)} or less`, source: pack.bondingRuleOfThumbOhms.source };
  if (!figure) return { rule: 'metalwork.open', verdict: 'fails', expected: 'next to nothing', limit, working: ['No path from the CPC to the metalwork.'], next: 'Metalwork that is not earthed: look for a missing tail or paint under the screw; otherwise code it (item 5.8).' };
  const joined = isAtMost(figure, least);
  return {
    rule: joined ? 'metalwork.joined' : 'metalwork.poor',
    verdict: joined ? 'meets' : 'doubt',
    expected: 'next to nothing',
    limit,
    working: [`${ohms(figure)} ${joined ? '≤' : '>'} ${ohms(least)}`],
    next: joined ? null : 'A poor joint between the CPC and the metalwork: clean, tighten, measure again.',
  };
}

/** A judgement of a reading that would not stand still: by its highest figure, and never better than a doubt. */
export function judgeUnstable(judgement: Judgement, value: Extract<ReadingValue, { is: 'unstable' }>): Judgement {
  return {
    ...judgement,
    rule: `${judgement.rule}.unstable`,
    verdict: judgement.verdict === 'fails' ? 'fails' : 'doubt',
    working: [`Moved between ${value.low} and ${value.high} Ω; judged by the higher.`, ...judgement.working],
    next: 'It moves when rocked: a worn contact or a loose terminal. Tighten or renew it, then read again.',
  };
}

/** Judges one end-to-end figure of a ring beside the other two, where they are there. */
export function judgeRingEnd(
  value: ReadingValue,
  which: 'r1' | 'rn' | 'r2',
  others: { readonly r1: ReadingValue | null; readonly rn: ReadingValue | null },
  cable: Pick<RadialContext, 'pack' | 'liveCsaMm2' | 'cpcCsaMm2'>,
): Judgement {
  if (value.is === 'not-taken') return unjudged('ring.not-taken', `Recorded as ${value.mark}.`);
  const figure = figureOf(value);
  if (!figure) {
    return {
      rule: 'ring.open',
      verdict: 'fails',
      expected: null,
      limit: null,
      working: [`${which} is open: that conductor is broken, or the circuit is not a ring.`],
      next: 'No R1+R2 by the ring method. Code it (item 5.6 or 5.8); still measure Zs.',
    };
  }
  const r1 = others.r1 ? figureOf(others.r1) : null;
  if (which === 'r2') return againstLine(figure, r1, cable);
  const other = which === 'r1' ? others.rn && figureOf(others.rn) : r1;
  const { value: room, source } = cable.pack.design.ringAgreeOhms;
  if (!other) return unjudged('ring.alone', `To be compared with the other live conductor: they should agree within ${room} Ω.`);
  const difference = compare(figure, other) >= 0 ? subtract(figure, other) : subtract(other, figure);
  const agrees = isAtMost(difference, exact(room));
  return {
    rule: agrees ? 'ring.lives-agree' : 'ring.lives-differ',
    verdict: agrees ? 'meets' : 'doubt',
    expected: `${ohms(other)} ± ${room} Ω, as the other live conductor`,
    limit: { text: `r1 and rn within ${room} Ω`, source },
    working: [`|r1 − rn| = ${ohms(difference)} ${agrees ? '≤' : '>'} ${room} Ω`],
    next: agrees ? null : 'The higher of the two has a poor joint, or part of it is another size.',
  };
}

function againstLine(figure: Exact, r1: Exact | null, cable: Pick<RadialContext, 'pack' | 'liveCsaMm2' | 'cpcCsaMm2'>): Judgement {
  if (!r1 || r1.numerator === 0n || !cable.liveCsaMm2 || !cable.cpcCsaMm2) {
    return unjudged('ring.no-ratio', 'Compared with r1 once that and the cable are known.');
  }
  const { pack } = cable;
  const live = conductorResistance(pack, 'copper', cable.liveCsaMm2);
  const cpc = conductorResistance(pack, 'copper', cable.cpcCsaMm2);
  if (!live || !cpc) return unjudged('ring.no-ratio', 'No resistance is held for this cable.');
  const wanted = divide(cpc, live);
  const found = divide(figure, r1);
  const off = divide(subtract(found, wanted), wanted);
  const { value: share, source } = pack.design.ringRatioShare;
  const fits = !isBelow(off, exact(`-${share}`)) && isAtMost(off, exact(share));
  const other = fits ? null : nearestPair(pack, found, cable.liveCsaMm2);
  return {
    rule: fits ? 'ring.ratio-fits' : 'ring.ratio-off',
    verdict: fits ? 'meets' : 'doubt',
    expected: `${ohms(multiply(r1, wanted))} = r1 × ${toFixed(wanted, 2, 'half-up')} for ${cable.liveCsaMm2}/${cable.cpcCsaMm2} mm²`,
    limit: { text: `within ${100 * Number(share)} % of the cable's own ratio`, source },
    working: [`r2 ÷ r1 = ${toFixed(found, 2, 'half-up')}; the cable's ratio is ${toFixed(wanted, 2, 'half-up')}`],
    next: fits
      ? null
      : other
        ? `It behaves like ${other.liveMm2}/${other.cpcMm2} mm² (${other.era}): check the cable.`
        : 'A poor joint in the CPC, or parts of another size.',
  };
}

function nearestPair(pack: EditionPack, found: Exact, liveMm2: number) {
  return pack.twinAndEarth.find((pair) => {
    const live = conductorResistance(pack, 'copper', pair.liveMm2);
    const cpc = conductorResistance(pack, 'copper', pair.cpcMm2);
    if (pair.liveMm2 !== liveMm2 || !live || !cpc) return false;
    const off = divide(subtract(found, divide(cpc, live)), divide(cpc, live));
    return !isBelow(off, exact('-0.08')) && isAtMost(off, exact('0.08'));
  });
}
