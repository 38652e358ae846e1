import { type ConductorMetal, conductorResistance } from '../../edition/conductor-resistance';
import type { EditionPack } from '../../edition/pack';
import {
  type Exact,
  add,
  compare,
  divide,
  exact,
  isAtMost,
  isBelow,
  multiply,
  subtract,
  toFixed,
  toShortest,
} from '../../quantity/exact';
import { beside, ohms } from '../../quantity/ohms';
import { type Judgement, type Limit, doubtedZero, notTaken, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';
import { type ReadingValue, figureOf } from '../../quantity/reading-value';

/** An open says there is no path, whatever its figure should have been. */
const aPath: Limit = { text: 'a path', source: '643.2.1', figure: 'a path' };

export type RingCable = {
  readonly pack: EditionPack;
  readonly liveCsaMm2: number | null;
  readonly cpcCsaMm2: number | null;
  /** What its conductors are made of; copper where nothing is said. */
  readonly material?: ConductorMetal;
};

/**
 * Judges a reading at a socket in step 2 or 3 of a ring, in ohm, beside a quarter of the ends. A smaller CPC makes step 3
 * fall towards the board by itself, so only what is above, or below the least that allows, is remarked on.
 */
export function judgeRingStep(
  value: ReadingValue,
  step: 2 | 3,
  ends: { readonly r1: ReadingValue | null; readonly other: ReadingValue | null },
  pack: EditionPack,
  spurOhms: Exact = exact(0),
): Judgement {
  const r1 = ends.r1 && figureOf(ends.r1);
  const other = ends.other && figureOf(ends.other);
  const name = step === 2 ? 'rn' : 'r2';
  const { value: room, source } = pack.design.ringAgreeOhms;
  const sum = r1 && other && add(r1, other);
  const limit: Limit | null = sum && {
    text: `within ${room} Ω of (r1 + ${name}) ÷ 4`,
    source: `643.2.1; ${source}`,
    figure: `${toShortest(divide(sum, exact(4)), 4)} Ω`,
  };
  if (value.is === 'not-taken') return notTaken('ring-step', value, limit);
  const figure = figureOf(value);
  if (!figure) {
    return {
      rule: 'ring-step.open',
      verdict: 'fails',
      expected: null,
      limit: limit ?? aPath,
      working: [reason('ring-step.open')],
      next: { rule: 'ring-step.open' },
    };
  }
  if (!r1 || !other || !sum) return unjudged('ring-step.alone', { other: name });
  const quarter = add(divide(sum, exact(4)), spurOhms);
  const least = add(sum.numerator === 0n ? exact(0) : divide(multiply(r1, other), sum), spurOhms);
  const high = compare(figure, add(quarter, exact(room))) > 0;
  const low = compare(figure, subtract(least, exact(room))) < 0;
  return {
    rule: high ? 'ring-step.high' : low ? 'ring-step.low' : 'ring-step.level',
    verdict: high || low ? 'doubt' : 'meets',
    expected: step === 2 ? ohms(quarter) : `${ohms(least)} to ${ohms(quarter)}`,
    limit,
    working: [
      `(r1 ${toShortest(r1, 3)} + ${name} ${toShortest(other, 3)}) ÷ 4${spurOhms.numerator === 0n ? '' : ` and a spur of ${toShortest(spurOhms, 3)} Ω`} = ${toShortest(quarter, 4)} Ω`,
      `${toShortest(figure, 3)} Ω is ${high ? 'above' : low ? 'below' : 'within'} that, ${room} Ω either way`,
    ],
    next: high ? { rule: 'ring-step.high' } : low ? { rule: 'ring-step.low' } : null,
  };
}

/** Judges one end-to-end figure of a ring beside the other two, where they are there. */
export function judgeRingEnd(
  value: ReadingValue,
  which: 'r1' | 'rn' | 'r2',
  others: { readonly r1: ReadingValue | null; readonly rn: ReadingValue | null },
  cable: RingCable,
): Judgement {
  const { value: room, source } = cable.pack.design.ringAgreeOhms;
  const limit: Limit = { text: `r1 and rn within ${room} Ω`, source: `643.2.1; ${source}`, figure: `${room} Ω` };
  if (value.is === 'not-taken') return notTaken('ring', value, which === 'r2' ? null : limit);
  const figure = figureOf(value);
  if (!figure) {
    return {
      rule: 'ring.open',
      verdict: 'fails',
      expected: null,
      limit: aPath,
      working: [reason('ring.open', { end: which })],
      next: { rule: 'ring.open' },
    };
  }
  if (figure.numerator === 0n) return doubtedZero({ ...unjudged('ring.alone', { room }), rule: 'ring.zero', limit });
  const r1 = others.r1 ? figureOf(others.r1) : null;
  if (which === 'r2') return againstLine(figure, r1, cable);
  const other = which === 'r1' ? others.rn && figureOf(others.rn) : r1;
  if (!other) return unjudged('ring.alone', { room });
  const difference = compare(figure, other) >= 0 ? subtract(figure, other) : subtract(other, figure);
  const agrees = isAtMost(difference, exact(room));
  return {
    rule: agrees ? 'ring.lives-agree' : 'ring.lives-differ',
    verdict: agrees ? 'meets' : 'doubt',
    expected: `${ohms(other)} ± ${room} Ω, as the other live conductor`,
    limit,
    working: [`|r1 − rn|: ${beside({ figure: difference, atLeast: false }, exact(room), 'Ω')}`],
    next: agrees ? null : { rule: 'ring.lives-differ' },
  };
}

function againstLine(figure: Exact, r1: Exact | null, cable: RingCable): Judgement {
  if (!r1 || r1.numerator === 0n || !cable.liveCsaMm2 || !cable.cpcCsaMm2) {
    return unjudged('ring.no-ratio');
  }
  const { pack, material = 'copper' } = cable;
  const live = conductorResistance(pack, material, cable.liveCsaMm2);
  const cpc = conductorResistance(pack, material, cable.cpcCsaMm2);
  if (!live || !cpc) return unjudged('ring.no-cable');
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
    limit: {
      text: `within ${100 * Number(share)} % of the cable's own ratio, ${toShortest(wanted, 3)}`,
      source: `643.2.1; ${source}`,
      figure: toShortest(wanted, 3),
    },
    working: [`r2 ÷ r1 = ${toFixed(found, 2, 'half-up')}; the cable's ratio is ${toFixed(wanted, 2, 'half-up')}`],
    next: fits
      ? null
      : other
        ? { rule: 'ring.ratio-of-another', figures: { cable: `${other.liveMm2}/${other.cpcMm2} mm² (${other.era})` } }
        : { rule: 'ring.ratio-off' },
  };
}

function nearestPair(pack: EditionPack, found: Exact, liveMm2: number) {
  const share = pack.tolerances.ringCableShare.value;
  return pack.twinAndEarth.find((pair) => {
    const live = conductorResistance(pack, 'copper', pair.liveMm2);
    const cpc = conductorResistance(pack, 'copper', pair.cpcMm2);
    if (pair.liveMm2 !== liveMm2 || !live || !cpc) return false;
    const off = divide(subtract(found, divide(cpc, live)), divide(cpc, live));
    return !isBelow(off, exact(`-${share}`)) && isAtMost(off, exact(share));
  });
}
