import { breakingCapacity } from '../../edition/breaking-capacity';
import type { EditionPack } from '../../edition/pack';
import type { EarthingSystem } from '../../installation/supply';
import { type Exact, compare, divide, exact, isAtMost, multiply, toFixed, toShortest } from '../../quantity/exact';
import { ohms } from '../../quantity/ohms';
import { type Judgement, notTaken, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';
import { type ReadingValue, figureOf } from '../../quantity/reading-value';

const kiloamps = (value: Exact): string => `${toFixed(value, 2, 'half-up')} kA`;
/** Judges Ze in ohm against the distributor's usual maximum for the earthing system. */
export function judgeZe(value: ReadingValue, pack: EditionPack, earthing: EarthingSystem | null): Judgement {
  if (value.is === 'not-taken') return notTaken('ze', value);
  if (!earthing) return unjudged('ze.no-system');
  const row = pack.externalLoop[earthing];
  const max = exact(row.value);
  const limit = { text: `${row.value} Ω for ${earthing}`, source: row.source };
  const figure = figureOf(value);
  const meets = figure !== null && isAtMost(figure, max);
  return {
    rule: meets ? 'ze.usual' : 'ze.high',
    verdict: meets ? 'meets' : 'doubt',
    expected: `up to ${row.value} Ω`,
    limit,
    working: [figure ? `${ohms(figure)} ${meets ? '≤' : '>'} ${row.value} Ω` : reason('ze.beyond-range')],
    next: meets ? null : { rule: earthing === 'TT' ? 'ze.high-on-tt' : 'ze.high' },
  };
}

export type FaultCurrent = { readonly kiloamps: Exact; readonly from: string };

/** Ipf, the larger of the two prospective currents at the origin, in kiloamperes; null while neither is known. */
export function prospectiveFaultCurrent(ln: ReadingValue | null, le: ReadingValue | null): FaultCurrent | null {
  const figures = [
    { value: ln && figureOf(ln), from: 'line to neutral' },
    { value: le && figureOf(le), from: 'line to earth' },
  ].flatMap(({ value, from }) => (value ? [{ kiloamps: value, from }] : []));
  return figures.reduce<FaultCurrent | null>(
    (most, each) => (!most || compare(each.kiloamps, most.kiloamps) > 0 ? each : most),
    null,
  );
}

/** Judges one fault current for agreement with Ze: the same order of size, or it is asked about. I = U0 / Z. */
export function judgeFaultCurrent(
  value: ReadingValue,
  pair: 'L–N' | 'L–E',
  pack: EditionPack,
  ze: ReadingValue | null,
): Judgement {
  if (value.is === 'not-taken') return notTaken('ipf', value);
  const figure = figureOf(value);
  if (!figure || figure.numerator === 0n) {
    return { ...unjudged('ipf.over-range'), verdict: 'doubt' };
  }
  const { declaredKiloamps, faultCurrentShareLeast, faultCurrentShareMost } = pack.tolerances;
  const limit = { text: `${declaredKiloamps.value} kA`, source: declaredKiloamps.source };
  const loop = divide(exact(pack.nominalVolts.value), multiply(figure, exact(1000)));
  const working = [
    `Loop implied: ${pack.nominalVolts.value} V ÷ ${kiloamps(figure)} = ${toFixed(loop, 3, 'half-up')} Ω`,
  ];
  const zeFigure = ze && figureOf(ze);
  if (!isAtMost(figure, exact(declaredKiloamps.value))) {
    return {
      rule: 'ipf.high',
      verdict: 'doubt',
      expected: null,
      limit,
      working,
      next: { rule: 'ipf.high' },
    };
  }
  if (pair === 'L–E' && zeFigure && zeFigure.numerator !== 0n) {
    const fromZe = divide(exact(pack.nominalVolts.value), multiply(zeFigure, exact(1000)));
    const ratio = divide(figure, fromZe);
    const agrees =
      compare(ratio, exact(faultCurrentShareLeast.value)) >= 0 && isAtMost(ratio, exact(faultCurrentShareMost.value));
    working.push(
      `From Ze: ${pack.nominalVolts.value} V ÷ ${toShortest(zeFigure, 3)} Ω = ${kiloamps(fromZe)}; bonding in parallel may raise it`,
    );
    return {
      rule: agrees ? 'ipf.agrees' : 'ipf.disagrees',
      verdict: agrees ? 'meets' : 'doubt',
      expected: kiloamps(fromZe),
      limit,
      working,
      next: agrees ? null : { rule: 'ipf.disagrees' },
    };
  }
  return { rule: 'ipf.recorded', verdict: 'meets', expected: null, limit, working, next: null };
}

/** Whether a device can break the fault current where it sits, both in kiloamperes (434.5.1). */
export function judgeBreaking(
  pack: EditionPack,
  device: { readonly standard: string; readonly type: string; readonly mark: string },
  fault: FaultCurrent,
): Judgement {
  const capacity = breakingCapacity(pack, device.standard, device.type, device.mark);
  if (!capacity.found)
    return { ...unjudged('breaking.unknown', { why: capacity.why }), next: { rule: 'breaking.unknown' } };
  const meets = isAtMost(fault.kiloamps, capacity.rated);
  const assembly = exact(pack.tolerances.assemblyKiloamps.value);
  const behindFuse = !meets && /60898|61009/.test(device.standard) && isAtMost(fault.kiloamps, assembly);
  return {
    rule: meets ? 'breaking.meets' : behindFuse ? 'breaking.conditional' : 'breaking.below',
    verdict: meets ? 'meets' : behindFuse ? 'doubt' : 'fails',
    expected: null,
    limit: { text: kiloamps(capacity.rated), source: `434.5.1; ${capacity.source}` },
    working: [`Ipf ${kiloamps(fault.kiloamps)} (${fault.from}) ${meets ? '≤' : '>'} ${kiloamps(capacity.rated)}`],
    next: meets ? null : { rule: behindFuse ? 'breaking.conditional' : 'breaking.below' },
  };
}

/** Judges the supply voltage, line to neutral, in volts. */
export function judgeSupplyVolts(value: ReadingValue, pack: EditionPack): Judgement {
  if (value.is === 'not-taken') return notTaken('volts', value);
  const figure = figureOf(value);
  if (!figure) return unjudged('volts.none');
  const { supplyVoltsLow: low, supplyVoltsHigh: high } = pack;
  const within = compare(figure, exact(low.value)) >= 0 && isAtMost(figure, exact(high.value));
  return {
    rule: within ? 'volts.within' : 'volts.outside',
    verdict: within ? 'meets' : 'doubt',
    expected: `${pack.nominalVolts.value} V`,
    limit: { text: `${low.value} to ${high.value} V`, source: `${low.source}; ${high.source}` },
    working: [`${toShortest(figure, 1)} V is ${within ? 'within' : 'outside'} ${low.value} to ${high.value} V`],
    next: within ? null : { rule: 'volts.outside' },
  };
}
