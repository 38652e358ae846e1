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
import { beside, ohms } from '../../quantity/ohms';
import { type Judgement, type Limit, doubted, doubtedZero, notTaken, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';
import { type Known, type ReadingValue, figureOf, isZero, knownOf } from '../../quantity/reading-value';
import type { How, LoopMethod } from '../../job/kinds/reading';
import { mostOfAnyDevice } from '../../edition/loop-limit';
import { touchLimit } from '../residual/touch-limit';
import { type FoundLimit, type ZsLimit, limitFound } from './limit';

export type ZsContext = {
  readonly pack: EditionPack;
  readonly limit: ZsLimit;
  readonly earthing: EarthingSystem | null;
  /** Of the RCD that disconnects earth faults here, in mA; null where none does. */
  readonly residualMilliamps: number | null;
  /** Resistance of the installation's earth electrode, where it was measured. */
  readonly electrode: ReadingValue | null;
  readonly ze: ReadingValue | null;
  readonly r1r2: ReadingValue | null;
  /** Of the conductors when R1+R2 was read, in °C. */
  readonly conductorCelsius: number;
  /** Whether the circuit was warm from its load when Zs was read: then no calculation from ambient holds. */
  readonly cablesWarm: boolean;
  /** How the conductors are run: how much they warm under load. */
  readonly wiring: HotWiring;
  /** R1 as a share of R1+R2 by the sizes of the conductors; null where a size is not known. */
  readonly lineShare: Exact | null;
  readonly how: How;
  /** How it was read, where that is known: a test that trips no RCD is less exact. */
  readonly method?: LoopMethod | undefined;
};

/**
 * Judges an earth fault loop impedance at a point, in ohm. Up to 0.8 of the maximum it meets; up to the maximum with a
 * temperature calculation; above that only where an RCD disconnects earth faults (411.4.204, 411.5.3), up to 50 V ÷ IΔn.
 * An over-range reading is at least its bound. Compared unrounded. A figure that Ze and R1+R2 do not bear out is at best
 * looked at again.
 */
export function judgeZs(value: ReadingValue, context: ZsContext): Judgement {
  const judgement = judgeZsFigure(value, context);
  return isZero(value) ? doubtedZero(judgement) : judgement;
}

function judgeZsFigure(value: ReadingValue, context: ZsContext): Judgement {
  const known = knownOf(value);
  if (value.is === 'not-taken') return notTaken('zs', value, limitTold(context));
  if (!known) return unjudged('zs.no-figure');
  const byDevice = byOvercurrentDevice(known, context);
  const byResidual = byResidualDevice(known, context, byDevice);
  return withPlausibility(
    { ...(byResidual ?? byDevice), expected: expectedZs(context)?.text ?? null },
    known,
    expectedZs(context)?.sum ?? null,
    context,
  );
}

const limitOf = (limit: FoundLimit): Limit => ({
  text: ohms(limit.max),
  source: limit.source,
  figure: ohms(limit.max),
  amount: limit.max,
});

/** What a reading would be compared with, where none was taken. */
function limitTold({ limit, pack, residualMilliamps, earthing }: ZsContext): Limit | null {
  if (limitFound(limit)) return limitOf(limit);
  return residualMilliamps ? residualLimit(pack, residualMilliamps, earthing) : null;
}

function expectedZs({ ze, r1r2 }: ZsContext): { sum: Exact; text: string } | null {
  const external = ze && figureOf(ze);
  const circuit = r1r2 && figureOf(r1r2);
  if (!external || !circuit) return null;
  const sum = add(external, circuit);
  return { sum, text: `${ohms(sum)} = Ze ${toShortest(external, 3)} + (R1+R2) ${toShortest(circuit, 3)}` };
}

/** By the overcurrent device alone: the three bands, or why there are none. */
function byOvercurrentDevice(known: Known, context: ZsContext): Judgement {
  const { limit, pack, how } = context;
  if (!limitFound(limit)) return withoutLimit(known, limit.why, context);
  const base = { expected: null, limit: limitOf(limit) };
  const maximum = reason('zs.maximum', { max: ohms(limit.max), working: limit.working });
  const above = !isAtMost(known.figure, limit.max);
  if (known.atLeast || above)
    return {
      ...base,
      rule: above ? (known.atLeast ? 'zs.over-range' : 'zs.above-maximum') : 'zs.bound-within',
      verdict: above ? 'fails' : 'doubt',
      working: [
        ...(known.atLeast ? [reason(above ? 'zs.over-range' : 'reading.bound-within')] : []),
        maximum,
        beside(known, limit.max, 'Ω'),
      ],
      next: { rule: above ? (known.atLeast ? 'zs.over-range' : 'zs.above-maximum') : 'reading.higher-range' },
    };
  const cold = how === 'calculated' || how === 'measured';
  const ambient = cold ? multiply(exact(pack.ambientFactor.value), limit.max) : limit.max;
  const banded = {
    ...base,
    limit: { ...base.limit, text: `${ohms(ambient)} at ambient (maximum ${ohms(limit.max)})` },
  };
  const working = [
    maximum,
    `${pack.ambientFactor.value} × ${ohms(limit.max)} = ${ohms(ambient)} for a reading at ambient temperature`,
  ];
  if (!isAtMost(known.figure, ambient)) return hotBand(known.figure, limit, banded, working, context);
  return {
    ...banded,
    rule: 'zs.within-ambient',
    verdict: 'meets',
    working: [...working, beside(known, ambient, 'Ω')],
    next: null,
  };
}

/** With no maximum for the device, there is still one that no device's exceeds. */
function withoutLimit(known: Known, why: string, { pack }: ZsContext): Judgement {
  const most = mostOfAnyDevice(pack);
  const above = !isAtMost(known.figure, most.max);
  if (!known.atLeast && !above) return { ...unjudged('zs.no-limit', { why }), next: { rule: 'zs.no-limit' } };
  return {
    rule: above ? 'zs.above-any-device' : 'zs.bound-without-limit',
    verdict: above ? 'fails' : 'doubt',
    expected: null,
    limit: {
      text: `${ohms(most.max)}, the most any device allows`,
      source: most.source,
      figure: ohms(most.max),
      amount: most.max,
    },
    working: [reason('zs.no-limit', { why }), beside(known, most.max, 'Ω')],
    next: { rule: above ? 'zs.over-range' : 'zs.no-limit' },
  };
}

/** Between 0.8 of the maximum and the maximum: as the conductors would be under load, by Ze + R1 and R2 each with its rise. */
function hotBand(
  figure: Exact,
  limit: FoundLimit,
  base: Pick<Judgement, 'expected' | 'limit'>,
  working: string[],
  context: ZsContext,
): Judgement {
  const { pack, conductorCelsius, cablesWarm, wiring, lineShare } = context;
  const ze = context.ze && figureOf(context.ze);
  const r1r2 = context.r1r2 && figureOf(context.r1r2);
  if (!ze || !r1r2 || cablesWarm)
    return {
      ...base,
      rule: 'zs.needs-temperature',
      verdict: 'doubt',
      working: [...working, reason(cablesWarm ? 'zs.cables-warm' : 'zs.needs-temperature', { zs: ohms(figure) })],
      next: { rule: cablesWarm ? 'zs.cables-warm' : 'zs.needs-temperature' },
    };
  const path = isBelow(ze, figure) ? subtract(figure, ze) : r1r2;
  const read = compare(path, r1r2) > 0 ? path : r1r2;
  const at20 = divide(read, add(exact(1), multiply(exact('0.004'), exact(conductorCelsius - 20))));
  const { line, cpc } = pack.design.hotFactors[wiring];
  const rise =
    line.value === cpc.value || !lineShare
      ? exact(line.value)
      : add(multiply(exact(line.value), lineShare), multiply(exact(cpc.value), subtract(exact(1), lineShare)));
  const hot = add(ze, multiply(rise, at20));
  const meets = isAtMost(hot, limit.max);
  return {
    ...base,
    rule: meets ? 'zs.hot-within' : 'zs.hot-above',
    verdict: meets ? 'meets' : 'fails',
    working: [
      ...working,
      ...(conductorCelsius === 20
        ? []
        : [`R1+R2 at ${conductorCelsius} °C: ${toShortest(read, 3)} Ω is ${toShortest(at20, 4)} Ω at 20 °C`]),
      `Hot: Ze ${toShortest(ze, 3)} + ${toShortest(rise, 3)} × ${toShortest(at20, 4)} = ${ohms(hot)}`,
      beside({ figure: hot, atLeast: false }, limit.max, 'Ω'),
    ],
    next: meets ? { rule: 'zs.hot-within', figures: { wiring } } : { rule: 'zs.hot-above' },
  };
}

const residualLimit = (pack: EditionPack, milliamps: number, earthing: EarthingSystem | null): Limit => {
  const most = touchLimit(pack, milliamps);
  return {
    text: `${toShortest(most, 0)} Ω by the ${milliamps} mA RCD`,
    source: `${earthing === 'TT' ? '411.5.3' : '411.4.204'}, ${pack.title}`,
    figure: `${toShortest(most, 0)} Ω`,
    amount: most,
  };
};

/** Fault protection by an RCD: Zs × IΔn ≤ 50 V, whatever the overcurrent device says. Null where no RCD is there, or none is needed. */
function byResidualDevice(known: Known, context: ZsContext, byDevice: Judgement): Judgement | null {
  const { pack, residualMilliamps, earthing, electrode } = context;
  if (!residualMilliamps || (byDevice.verdict === 'meets' && earthing !== 'TT')) return null;
  const most = touchLimit(pack, residualMilliamps);
  const within = isAtMost(known.figure, most);
  const isTT = earthing === 'TT';
  const stable = exact(pack.tolerances.electrodeStableOhms.value);
  const ground = electrode ? knownOf(electrode) : known;
  const unstable = isTT && ground !== null && !isAtMost(ground.figure, stable);
  const base = {
    expected: null,
    limit: residualLimit(pack, residualMilliamps, earthing),
    working: [
      ...(byDevice.verdict === 'meets' ? [] : byDevice.working),
      `RCD: ${pack.touchVolts.value} V ÷ ${residualMilliamps} mA = ${toShortest(most, 2)} Ω; ${beside(known, most, 'Ω')}`,
    ],
  };
  if (!within) return { ...base, rule: 'zs.above-rcd', verdict: 'fails', next: { rule: 'zs.above-rcd' } };
  if (known.atLeast)
    return { ...base, rule: 'zs.bound-within-rcd', verdict: 'doubt', next: { rule: 'reading.higher-range' } };
  return {
    ...base,
    rule: 'zs.by-rcd',
    verdict: unstable ? 'doubt' : 'meets',
    next: { rule: unstable ? 'zs.electrode-unstable' : 'zs.by-rcd' },
  };
}

/** How far a measured Zs may stand above Ze + (R1+R2) before it is remarked on. */
const allowance = ({ tolerances }: EditionPack, expected: Exact, method: LoopMethod | undefined): Exact =>
  add(
    exact((method === 'no-trip' ? tolerances.noTripOhms : tolerances.loopOhms).value),
    multiply(expected, exact(tolerances.loopShare.value)),
  );

function withPlausibility(judgement: Judgement, known: Known, expected: Exact | null, context: ZsContext): Judgement {
  const { figure } = known;
  const ze = context.ze && figureOf(context.ze);
  const scatter = context.method === 'no-trip' ? exact(context.pack.tolerances.noTripOhms.value) : exact(0);
  if (
    ze &&
    isBelow(add(figure, scatter), ze) &&
    context.earthing !== 'TT' &&
    !known.atLeast &&
    context.how !== 'enquiry'
  )
    return doubted(judgement, reason('zs.below-ze', { zs: ohms(figure), ze: ohms(ze) }), { rule: 'zs.below-ze' });
  if (!expected || context.how !== 'measured' || known.atLeast) return judgement;
  const room = allowance(context.pack, expected, context.method);
  if (!isAtMost(figure, add(expected, room)))
    return doubted(judgement, reason('zs.above-sum', { excess: ohms(subtract(figure, expected)), room: ohms(room) }), {
      rule: 'zs.above-sum',
    });
  if (isBelow(figure, subtract(expected, room)))
    return { ...judgement, working: [...judgement.working, reason('zs.below-sum')] };
  return judgement;
}
