import type { EditionPack } from '../../edition/pack';
import type { HotWiring } from '../../edition/rows';
import type { EarthingSystem } from '../../installation/supply';
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
  toShortest,
} from '../../quantity/exact';
import { ohms } from '../../quantity/ohms';
import { type Judgement, notTaken, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';
import { type ReadingValue, figureOf } from '../../quantity/reading-value';
import type { How } from '../../job/kinds/reading';
import { type ZsLimit, limitFound } from './limit';

export type ZsContext = {
  readonly pack: EditionPack;
  readonly limit: ZsLimit;
  readonly earthing: EarthingSystem | null;
  readonly residualMilliamps: number | null;
  readonly ze: ReadingValue | null;
  readonly r1r2: ReadingValue | null;
  /** How the conductors are run: how much they warm under load. */
  readonly wiring: HotWiring;
  readonly how: How;
};

/** How far a measured Zs may stand from Ze + (R1+R2) before it is remarked on. */
const allowance = ({ tolerances }: EditionPack, expected: Exact): Exact =>
  add(exact(tolerances.loopOhms.value), multiply(expected, exact(tolerances.loopShare.value)));

type Limit = Extract<ZsLimit, { max: Exact }>;

/**
 * Judges an earth fault loop impedance at a point, in ohm, in three bands: up to 0.8 of the maximum it meets; up to
 * the maximum only with a temperature calculation; above it not, unless an RCD gives fault protection (411.4.204,
 * 411.5.3). Compared unrounded. Also says where a figure is not believable beside Ze and R1+R2.
 */
export function judgeZs(value: ReadingValue, context: ZsContext): Judgement {
  if (value.is === 'not-taken') return notTaken('zs', value);
  const expected = expectedZs(context);
  const expectedText = expected ? `${ohms(expected.sum)} = ${expected.working}` : null;
  const { limit } = context;
  if (!limitFound(limit)) {
    const judgement = byResidualDevice(value, context, reason('zs.no-limit', limit), expectedText);
    return (
      judgement ?? {
        ...unjudged('zs.no-limit', limit),
        expected: expectedText,
        next: { rule: 'zs.no-limit' },
      }
    );
  }
  const figure = figureOf(value);
  const limitText = { text: ohms(limit.max), source: limit.source };
  if (!figure) {
    return (
      byResidualDevice(value, context, reason('zs.over-range-by-rcd', { max: ohms(limit.max) }), expectedText) ?? {
        rule: 'zs.over-range',
        verdict: 'fails',
        expected: expectedText,
        limit: limitText,
        working: [reason('zs.over-range')],
        next: { rule: 'zs.over-range' },
      }
    );
  }
  const banded = inBand(figure, limit, limitText, value, context, expectedText);
  return withPlausibility(banded, figure, expected?.sum ?? null, context);
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
  return (
    byResidualDevice(value, context, `${maximumWorking}; ${above}.`, expected) ?? {
      ...base,
      rule: 'zs.above-maximum',
      verdict: 'fails',
      working: [maximumWorking, above],
      next: { rule: 'zs.above-maximum' },
    }
  );
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
      working: [...working, reason('zs.needs-temperature', { zs: ohms(figure) })],
      next: { rule: 'zs.needs-temperature' },
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
    next: meets ? { rule: 'zs.hot-within', figures: { wiring: context.wiring } } : { rule: 'zs.hot-above' },
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
  const unstable = isTT && !isBelow(figure, exact(context.pack.tolerances.electrodeStableOhms.value));
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
    next: { rule: !meets ? 'zs.above-rcd' : unstable ? 'zs.electrode-unstable' : 'zs.by-rcd' },
  };
}

function withPlausibility(judgement: Judgement, figure: Exact, expected: Exact | null, context: ZsContext): Judgement {
  const ze = context.ze && figureOf(context.ze);
  if (ze && isBelow(figure, ze) && context.earthing !== 'TT') {
    return {
      ...judgement,
      verdict: judgement.verdict === 'fails' ? 'fails' : 'doubt',
      working: [...judgement.working, reason('zs.below-ze', { zs: ohms(figure), ze: ohms(ze) })],
      next: judgement.next ?? { rule: 'zs.below-ze' },
    };
  }
  if (!expected || context.how !== 'measured') return judgement;
  const room = allowance(context.pack, expected);
  if (compare(figure, add(expected, room)) > 0) {
    return {
      ...judgement,
      verdict: judgement.verdict === 'meets' ? 'doubt' : judgement.verdict,
      working: [
        ...judgement.working,
        reason('zs.above-sum', { excess: ohms(subtract(figure, expected)), room: ohms(room) }),
      ],
      next: judgement.next ?? { rule: 'zs.above-sum' },
    };
  }
  if (compare(figure, subtract(expected, room)) < 0) {
    return {
      ...judgement,
      working: [...judgement.working, reason('zs.below-sum')],
    };
  }
  return judgement;
}
