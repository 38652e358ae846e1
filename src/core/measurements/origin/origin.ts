import type { EditionPack } from '../../edition/pack';
import type { EarthingSystem } from '../../installation/supply';
import { compare, divide, exact, isAtMost, multiply, toFixed, toShortest } from '../../quantity/exact';
import { beside } from '../../quantity/ohms';
import { type ReadingValue, figureOf, isZero, knownOf } from '../../quantity/reading-value';
import { type Judgement, type Limit, doubted, doubtedZero, notTaken, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';
import { touchLimit } from '../residual/touch-limit';

/**
 * Judges Ze in ohm against the distributor's usual maximum for the earthing system: no limit of the wiring rules, so what
 * is above it is looked at again. On TT it is the loop through our own electrode: judged as that by the RCD.
 */
export function judgeZe(
  value: ReadingValue,
  pack: EditionPack,
  earthing: EarthingSystem | null,
  residualMilliamps: number | null,
): Judgement {
  if (earthing === 'TT') return judgeElectrode(value, pack, residualMilliamps, 'ze');
  if (!earthing) return value.is === 'not-taken' ? notTaken('ze', value) : unjudged('ze.no-system');
  const { value: most, source } = pack.externalLoop[earthing];
  const limit: Limit = { text: `${most} Ω for ${earthing}`, source, figure: `${most} Ω`, amount: exact(most) };
  if (value.is === 'not-taken') return notTaken('ze', value, limit);
  const known = knownOf(value);
  const meets = known !== null && !known.atLeast && isAtMost(known.figure, exact(most));
  const judgement: Judgement = {
    rule: meets ? 'ze.usual' : 'ze.high',
    verdict: meets ? 'meets' : 'doubt',
    expected: `up to ${most} Ω`,
    limit,
    working: [known ? beside(known, exact(most), 'Ω') : reason('ze.beyond-range')],
    next: meets ? null : { rule: 'ze.high' },
  };
  return isZero(value) ? doubtedZero(judgement) : judgement;
}

/**
 * Judges the resistance of the installation's own earth electrode in ohm: RA × IΔn ≤ 50 V (411.5.3), and at most 200 Ω or
 * it may not stay so. The distributor's 21 Ω are of their electrode and no limit for ours.
 */
export function judgeElectrode(
  value: ReadingValue,
  pack: EditionPack,
  residualMilliamps: number | null,
  what: 'ra' | 'ze' = 'ra',
): Judgement {
  const most = residualMilliamps ? touchLimit(pack, residualMilliamps) : null;
  const limit: Limit | null = most && {
    text: `${toShortest(most, 0)} Ω by the ${residualMilliamps} mA RCD`,
    source: `411.5.3, ${pack.title}`,
    figure: `${toShortest(most, 0)} Ω`,
    amount: most,
  };
  if (value.is === 'not-taken') return notTaken(what, value, limit);
  const known = knownOf(value);
  if (!most || !limit) return { ...unjudged('ra.no-rcd'), next: { rule: 'ra.no-rcd' } };
  if (!known) return unjudged('ra.no-figure');
  const volts = divide(multiply(known.figure, exact(residualMilliamps ?? 0)), exact(1000));
  const working = [
    `${known.atLeast ? 'At least ' : ''}${toShortest(known.figure, 2)} Ω × ${residualMilliamps} mA = ${toShortest(volts, 2)} V of ${pack.touchVolts.value} V`,
    beside(known, most, 'Ω'),
  ];
  if (!isAtMost(known.figure, most))
    return { rule: `${what}.above`, verdict: 'fails', expected: null, limit, working, next: { rule: 'ra.above' } };
  if (known.atLeast)
    return {
      rule: `${what}.bound-within`,
      verdict: 'doubt',
      expected: null,
      limit,
      working: [...working, reason('reading.bound-within')],
      next: { rule: 'reading.higher-range' },
    };
  const judged: Judgement = { rule: `${what}.meets`, verdict: 'meets', expected: null, limit, working, next: null };
  if (isZero(value)) return doubtedZero(judged);
  const stable = exact(pack.tolerances.electrodeStableOhms.value);
  return isAtMost(known.figure, stable)
    ? judged
    : doubted(
        { ...judged, rule: `${what}.unstable` },
        reason('ra.unstable', { ra: `${toShortest(known.figure, 2)} Ω`, stable: `${toShortest(stable, 0)} Ω` }),
        { rule: 'zs.electrode-unstable' },
      );
}

/** Judges one fault current for agreement with Ze: the same order of size, or it is asked about. I = U0 / Z. */
export function judgeFaultCurrent(
  value: ReadingValue,
  pair: 'L–N' | 'L–E',
  pack: EditionPack,
  ze: ReadingValue | null,
  threePhase = false,
): Judgement {
  const { declaredKiloamps, faultCurrentShareLeast, faultCurrentShareMost } = pack.tolerances;
  const kA = `${declaredKiloamps.value} kA`;
  const limit: Limit = { text: kA, source: declaredKiloamps.source, figure: kA };
  if (value.is === 'not-taken') return notTaken('ipf', value, limit);
  const known = knownOf(value);
  if (!known || known.figure.numerator === 0n)
    return doubted(
      { ...unjudged('ipf.no-figure'), limit },
      beside({ figure: exact(0), atLeast: false }, exact(declaredKiloamps.value), 'kA'),
      {
        rule: 'ipf.disagrees',
      },
    );
  const { figure } = known;
  const working = [
    `Loop implied: ${pack.nominalVolts.value} V ÷ ${toFixed(figure, 2, 'half-up')} kA = ${toFixed(divide(exact(pack.nominalVolts.value), multiply(figure, exact(1000))), 3, 'half-up')} Ω`,
    ...(threePhase && pair === 'L–N' ? [reason('ipf.doubled')] : []),
  ];
  if (!isAtMost(figure, exact(declaredKiloamps.value)) || known.atLeast)
    return {
      rule: known.atLeast ? 'ipf.over-range' : 'ipf.high',
      verdict: 'doubt',
      expected: null,
      limit,
      working: [...working, beside(known, exact(declaredKiloamps.value), 'kA')],
      next: { rule: known.atLeast ? 'reading.higher-range' : 'ipf.high' },
    };
  const external = ze && figureOf(ze);
  if (pair === 'L–E' && external && external.numerator !== 0n) {
    const fromZe = divide(exact(pack.nominalVolts.value), multiply(external, exact(1000)));
    const ratio = divide(figure, fromZe);
    const agrees =
      compare(ratio, exact(faultCurrentShareLeast.value)) >= 0 && isAtMost(ratio, exact(faultCurrentShareMost.value));
    const expected = `${toFixed(fromZe, 2, 'half-up')} kA`;
    return {
      rule: agrees ? 'ipf.agrees' : 'ipf.disagrees',
      verdict: agrees ? 'meets' : 'doubt',
      expected,
      limit,
      working: [
        ...working,
        `From Ze: ${pack.nominalVolts.value} V ÷ ${toShortest(external, 3)} Ω = ${expected}; bonding in parallel may raise it`,
      ],
      next: agrees ? null : { rule: 'ipf.disagrees' },
    };
  }
  return { rule: 'ipf.recorded', verdict: 'meets', expected: null, limit, working, next: null };
}
