import { type ProtectiveDevice, loopLimit } from '../edition/loop-limit';
import type { EditionPack } from '../edition/pack';
import type { HotWiring } from '../edition/rows';
import type { EarthingSystem } from '../installation/supply';
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
} from '../quantity/exact';
import { type Judgement, unjudged } from '../quantity/judgement';
import { type ReadingValue, figureOf } from '../quantity/reading-value';

export type ZsContext = {
  readonly pack: EditionPack;
  readonly device: ProtectiveDevice | null;
  readonly seconds: number;
  readonly earthing: EarthingSystem | null;
  readonly residualMilliamps: number | null;
  readonly ze: ReadingValue | null;
  readonly r1r2: ReadingValue | null;
  /** How the conductors are run: how much they warm under load. */
  readonly wiring: HotWiring;
  readonly how: 'measured' | 'calculated' | 'enquiry';
  /** The inspector's own limit with its reason, in place of the edition's. */
  readonly override: { readonly limit: string; readonly reason: string } | null;
};

const ohms = (value: Exact): string => `${toFixed(value, 2, 'half-up')} Ω`;

/** How far a measured Zs may stand from Ze + (R1+R2) before it is remarked on: 0.1 Ω and a tenth of the sum. */
const allowance = (expected: Exact): Exact => add(exact('0.1'), divide(expected, exact(10)));

type Limit = { readonly max: Exact; readonly source: string; readonly working: string };

/**
 * Judges an earth fault loop impedance at a point, in ohm, in three bands: up to 0.8 of the maximum it meets; up to
 * the maximum only with a temperature calculation; above it not, unless an RCD gives fault protection (411.4.204,
 * 411.5.3). Compared unrounded. Also says where a figure is not believable beside Ze and R1+R2.
 */
export function judgeZs(value: ReadingValue, context: ZsContext): Judgement {
  if (value.is === 'not-taken') return unjudged('zs.not-taken', `Recorded as ${value.mark}.`);
  const expected = expectedZs(context);
  const expectedText = expected ? `${ohms(expected.sum)} = ${expected.working}` : null;
  const limit = limitFor(context);
  if ('why' in limit) {
    const judgement = byResidualDevice(value, context, `No maximum: ${limit.why}.`, expectedText);
    return judgement ?? { ...unjudged('zs.no-limit', `No maximum: ${limit.why}.`, 'Describe the device, or record your own limit with its reason.'), expected: expectedText };
  }
  const figure = figureOf(value);
  const limitText = { text: ohms(limit.max), source: limit.source };
  if (!figure) {
    return byResidualDevice(value, context, `Over range is above ${ohms(limit.max)}.`, expectedText) ?? {
      rule: 'zs.over-range',
      verdict: 'fails',
      expected: expectedText,
      limit: limitText,
      working: ['The instrument ran out of range: no earth path it can measure.'],
      next: 'Prove CPC continuity before any further live test on this circuit.',
    };
  }
  const banded = inBand(figure, limit, limitText, value, context, expectedText);
  return withPlausibility(banded, figure, expected?.sum ?? null, context);
}

function limitFor(context: ZsContext): Limit | { readonly why: string } {
  if (context.override) {
    const { limit, reason } = context.override;
    return { max: exact(limit), source: `set by the inspector: ${reason}`, working: 'limit set by the inspector' };
  }
  if (!context.device) return { why: 'the protective device is not described yet' };
  const found = loopLimit(context.pack, context.device, context.seconds);
  return found.found ? { max: found.maxZs, source: found.source, working: found.working } : { why: found.why };
}

function expectedZs(context: ZsContext): { sum: Exact; working: string } | null {
  const ze = context.ze && figureOf(context.ze);
  const r1r2 = context.r1r2 && figureOf(context.r1r2);
  if (!ze || !r1r2) return null;
  return { sum: add(ze, r1r2), working: `Ze ${toShortest(ze, 3)} + (R1+R2) ${toShortest(r1r2, 3)}` };
}

function inBand(
  figure: Exact,
  limit: Limit,
  limitText: { text: string; source: string },
  value: ReadingValue,
  context: ZsContext,
  expected: string | null,
): Judgement {
  const factor = exact(context.pack.ambientFactor.value);
  const cold = context.how === 'calculated' || context.how === 'measured';
  const ambientLimit = cold ? multiply(factor, limit.max) : limit.max;
  const ambientWorking = `${context.pack.ambientFactor.value} × ${ohms(limit.max)} = ${ohms(ambientLimit)} for a reading at ambient temperature`;
  const base = {
    expected,
    limit: { text: `${ohms(ambientLimit)} at ambient (maximum ${ohms(limit.max)})`, source: limitText.source },
  };
  const maximumWorking = `Maximum ${ohms(limit.max)} = ${limit.working}`;
  if (isAtMost(figure, ambientLimit)) {
    return {
      ...base,
      rule: 'zs.within-ambient',
      verdict: 'meets',
      working: [maximumWorking, ambientWorking, `${ohms(figure)} ≤ ${ohms(ambientLimit)}`],
      next: null,
    };
  }
  if (isAtMost(figure, limit.max)) return hotBand(figure, limit, base, [maximumWorking, ambientWorking], context);
  const above = `${ohms(figure)} > ${ohms(limit.max)}`;
  return byResidualDevice(value, context, `${maximumWorking}; ${above}.`, expected) ?? {
    ...base,
    rule: 'zs.above-maximum',
    verdict: 'fails',
    working: [maximumWorking, above],
    next: 'Look for a loose or long CPC, check the device, then repeat; otherwise it is an observation (item 5.7).',
  };
}

function hotBand(
  figure: Exact,
  limit: Limit,
  base: Pick<Judgement, 'expected' | 'limit'>,
  working: string[],
  context: ZsContext,
): Judgement {
  const ze = context.ze && figureOf(context.ze);
  const r1r2 = context.r1r2 && figureOf(context.r1r2);
  if (!ze || !r1r2) {
    return {
      ...base,
      rule: 'zs.needs-temperature',
      verdict: 'doubt',
      working: [...working, `${ohms(figure)} lies between the two: it needs the temperature calculation.`],
      next: 'Record Ze and R1+R2, so that Zs with hot conductors can be worked out.',
    };
  }
  const path = isBelow(ze, figure) ? subtract(figure, ze) : r1r2;
  const worst = compare(path, r1r2) > 0 ? path : r1r2;
  const factor = context.pack.design.hotFactors[context.wiring].value;
  const hot = add(ze, multiply(exact(factor), worst));
  const meets = isAtMost(hot, limit.max);
  return {
    ...base,
    rule: meets ? 'zs.hot-within' : 'zs.hot-above',
    verdict: meets ? 'meets' : 'fails',
    working: [
      ...working,
      `Hot: Ze ${toShortest(ze, 3)} + ${factor} × ${toShortest(worst, 3)} = ${ohms(hot)}`,
      `${ohms(hot)} ${meets ? '≤' : '>'} ${ohms(limit.max)}`,
    ],
    next: meets
      ? `Met by calculation for ${context.wiring}. Not where the cables were warm at the test.`
      : 'Too high once the conductors are warm: look for a loose joint, check the device, or code it (item 5.7).',
  };
}

/** Fault protection by an RCD: Zs × IΔn ≤ 50 V. Null where no RCD is there or it does not help. */
function byResidualDevice(
  value: ReadingValue,
  context: ZsContext,
  before: string,
  expected: string | null,
): Judgement | null {
  const figure = figureOf(value);
  if (!figure || !context.residualMilliamps || !context.earthing) return null;
  const touch = exact(context.pack.touchVolts.value);
  const max = divide(multiply(touch, exact(1000)), exact(context.residualMilliamps));
  const meets = isAtMost(figure, max);
  const isTT = context.earthing === 'TT';
  const unstable = isTT && !isBelow(figure, exact(200));
  return {
    rule: meets ? 'zs.by-rcd' : 'zs.above-rcd',
    verdict: !meets ? 'fails' : isTT && !unstable ? 'meets' : 'doubt',
    expected,
    limit: {
      text: `${toShortest(max, 0)} Ω by the ${context.residualMilliamps} mA RCD`,
      source: `${isTT ? '411.5.3' : '411.4.204'}, ${context.pack.title}`,
    },
    working: [
      before,
      `RCD: ${context.pack.touchVolts.value} V ÷ ${context.residualMilliamps} mA = ${toShortest(max, 0)} Ω; ${ohms(figure)} ${meets ? '≤' : '>'} that`,
    ],
    next: !meets
      ? 'No earth path the RCD can rely on. Stop live work here and find the break.'
      : unstable
        ? 'Above 200 Ω an electrode may not stay stable: improve it or say why it is accepted.'
        : 'The RCD gives fault protection. It does nothing for line to neutral: check that side by an L–N loop test.',
  };
}

function withPlausibility(judgement: Judgement, figure: Exact, expected: Exact | null, context: ZsContext): Judgement {
  const ze = context.ze && figureOf(context.ze);
  if (ze && isBelow(figure, ze) && context.earthing !== 'TT') {
    return {
      ...judgement,
      verdict: judgement.verdict === 'fails' ? 'fails' : 'doubt',
      working: [...judgement.working, `${ohms(figure)} is below Ze ${ohms(ze)}: not possible on the same path.`],
      next: judgement.next ?? 'Check both readings: parallel earth paths at the point, or Ze taken with them connected.',
    };
  }
  if (!expected || context.how !== 'measured') return judgement;
  const room = allowance(expected);
  if (compare(figure, add(expected, room)) > 0) {
    return {
      ...judgement,
      verdict: judgement.verdict === 'meets' ? 'doubt' : judgement.verdict,
      working: [...judgement.working, `${ohms(subtract(figure, expected))} above Ze + (R1+R2), more than the ${ohms(room)} allowed for.`],
      next: judgement.next ?? 'A bad joint, or the internal impedance of an RCD: repeat, then compare at the board.',
    };
  }
  if (compare(figure, subtract(expected, room)) < 0) {
    return {
      ...judgement,
      working: [...judgement.working, 'Well below Ze + (R1+R2): parallel earth paths, usual with bonded metalwork.'],
    };
  }
  return judgement;
}

