import { type ConductorMetal, conductorResistance } from '../edition/conductor-resistance';
import type { EditionPack } from '../edition/pack';
import { referenceMethods } from '../edition/rows';
import { type Exact, add, compare, divide, exact, isAtMost, multiply, toFixed, toShortest } from '../quantity/exact';
import { beside } from '../quantity/ohms';
import { type Judgement, type Limit, notTaken, unjudged } from '../words/judgement';
import { reason } from '../words/reason';
import { type Way, metalOfWay, wiringKindWords } from './way';

export type CapacityContext = {
  readonly pack: EditionPack;
  readonly liveCsaMm2: number;
  /** How it is wired, and how it is run: what it carries is held for flat twin and earth only. */
  readonly cable: 'twin and earth' | 'mineral' | 'other';
  /** What its conductors are made of: the tables held are of copper. */
  readonly material?: ConductorMetal;
  readonly method: string | null;
  /** What the cable carries as installed where somebody worked that out, in amperes. */
  readonly carriesAmps: string | null;
  readonly deviceStandard: string;
  readonly deviceAmps: number;
  /** Design current in amperes, as text; null where it is not known. */
  readonly designAmps: string | null;
  readonly ring: boolean;
  /** Whether the load is of fixed equipment, which cannot come to draw more; what was seen to be so settles it. */
  readonly fixedLoad?: 'no' | 'fixed' | 'seen to be';
  /** Correction factors below one, by name: ambient, grouping, insulation. */
  readonly factors: Readonly<Record<string, string>>;
};

/** What a cable carries as installed, in amperes, with the arithmetic; null where the edition holds no figure. */
function cableCapacity(
  { pack, liveCsaMm2, cable, material = 'copper', method, carriesAmps, factors }: CapacityContext,
  more: Readonly<Record<string, string>> = {},
): { readonly amps: Exact; readonly working: string } | null {
  const row =
    cable === 'twin and earth' && material === 'copper'
      ? pack.cableCapacities.find((r) => r.liveMm2 === liveCsaMm2)
      : undefined;
  const held = referenceMethods.find((each) => each === method);
  const base = carriesAmps ?? (row && held ? row.amps[held] : undefined);
  if (base === undefined) return null;
  const all = { ...factors, ...more };
  const amps = Object.values(all).reduce((value, factor) => multiply(value, exact(factor)), exact(base));
  const named = Object.entries(all)
    .map(([name, factor]) => ` × ${factor} (${name})`)
    .join('');
  return {
    amps,
    working: `Iz = ${base} A (${liveCsaMm2} mm²${carriesAmps ? ' as worked out' : `, method ${method}`})${named}${named ? ` = ${toShortest(amps, 3)} A` : ''}`,
  };
}

const unknownCapacity = ({ liveCsaMm2, method }: CapacityContext): Judgement => ({
  ...unjudged('capacity.no-row', { csa: liveCsaMm2, method: method ?? 'not said' }),
  next: { rule: 'capacity.unknown' },
});

/** Judges Ib ≤ In ≤ Iz for a circuit, with 0.725 behind a rewireable fuse (433.1.1, 433.1.202), or the ring rule (433.1.204). */
export function judgeCapacity(context: CapacityContext): Judgement {
  const { pack, deviceStandard, deviceAmps, designAmps, ring } = context;
  if (ring) return judgeRing(context);
  const rewireable = deviceStandard === 'BS 3036';
  const capacity = cableCapacity(context, rewireable ? { 'BS 3036 fuse': pack.design.rewireableFactor.value } : {});
  if (!capacity) return unknownCapacity(context);
  const device = exact(deviceAmps);
  const carries = isAtMost(device, capacity.amps);
  const design = designAmps === null ? null : exact(designAmps);
  const loadFits = design === null || isAtMost(design, device);
  const { fixedLoad = 'no' } = context;
  // Where the load is fixed and the cable carries it, the device need not protect from overload: 433.3.1.
  const omitted = !carries && fixedLoad !== 'no' && design !== null && isAtMost(design, capacity.amps);
  const limit: Limit = {
    text: 'Ib ≤ In ≤ Iz',
    source: `433.1.1${rewireable ? ', 433.1.202' : ''}; Table 4D5, ${pack.title}`,
    figure: carries && !loadFits ? `${deviceAmps} A` : `${toShortest(capacity.amps, 3)} A`,
  };
  if (omitted)
    return {
      rule: 'capacity.fixed-load',
      verdict: fixedLoad === 'fixed' ? 'doubt' : 'meets',
      expected: null,
      limit: { text: 'Ib ≤ Iz, fixed load', source: `433.3.1; Table 4D5, ${pack.title}`, figure: limit.figure },
      working: [
        capacity.working,
        `In ${beside({ figure: device, atLeast: false }, capacity.amps, 'A', 1)} Iz`,
        reason('capacity.fixed-load', { amps: toShortest(design, 3) }),
      ],
      next: { rule: 'capacity.fixed-load' },
    };
  return {
    rule: !carries ? 'capacity.device-too-large' : loadFits ? 'capacity.meets' : 'capacity.load-too-large',
    verdict: carries && loadFits ? 'meets' : 'fails',
    expected: `In up to ${toFixed(capacity.amps, 1, 'down')} A`,
    limit,
    working: [
      capacity.working,
      ...(design ? [`Ib ${beside({ figure: design, atLeast: false }, device, 'A', 0)} In`] : []),
      `In ${beside({ figure: device, atLeast: false }, capacity.amps, 'A', 1)} Iz`,
    ],
    next: !carries ? { rule: 'capacity.device-too-large' } : loadFits ? null : { rule: 'capacity.load-too-large' },
  };
}

/** A ring to BS 1363: a 30 or 32 A device of any usual standard, live conductors large enough, and a cable that carries 20 A. */
function judgeRing(context: CapacityContext): Judgement {
  const { deviceAmps, pack, liveCsaMm2, cable, material = 'copper' } = context;
  const { ringDeviceAmps, ringCableAmps: least, ringLeastMm2 } = pack.design;
  const largest = Math.max(...ringDeviceAmps);
  const leastMm2 = cable === 'mineral' ? ringLeastMm2.mineral : ringLeastMm2.other;
  const source = `${least.source}, ${pack.title}`;
  const base = { expected: `${ringDeviceAmps.join(' or ')} A, ${leastMm2.value} mm², ${least.value} A as installed` };
  if (deviceAmps > largest)
    return {
      ...base,
      rule: 'ring.device-too-large',
      verdict: 'fails',
      limit: { text: `${ringDeviceAmps.join(' or ')} A`, source, figure: `${largest} A` },
      working: [`In ${deviceAmps} A > ${largest} A`],
      next: { rule: 'ring.device-too-large' },
    };
  // 433.1.204 is written for copper: of another metal no size of a ring is held.
  if (material !== 'copper') return unknownCapacity(context);
  if (compare(exact(liveCsaMm2), exact(leastMm2.value)) < 0)
    return {
      ...base,
      rule: 'ring.conductors-too-small',
      verdict: 'fails',
      limit: { text: `at least ${leastMm2.value} mm²`, source, figure: `${leastMm2.value} mm²` },
      working: [`${liveCsaMm2} mm² < ${leastMm2.value} mm²`],
      next: { rule: 'ring.conductors-too-small' },
    };
  const capacity = cableCapacity(context);
  if (!capacity) return unknownCapacity(context);
  const fits = isAtMost(exact(least.value), capacity.amps);
  return {
    ...base,
    rule: fits ? 'ring.meets' : 'ring.cable-too-small',
    verdict: fits ? 'meets' : 'fails',
    limit: { text: `Iz ≥ ${least.value} A as installed`, source, figure: `${least.value} A` },
    working: [
      `In ${deviceAmps} A and ${liveCsaMm2} mm² suit a ring to BS 1363`,
      capacity.working,
      `Iz ${toShortest(capacity.amps, 3)} A ${fits ? '≥' : '<'} ${least.value} A`,
    ],
    next: fits ? null : { rule: 'ring.cable-too-small' },
  };
}

export type DropContext = {
  readonly pack: EditionPack;
  /** Line and neutral there and back in ohm as measured, or worked out from the cable and its length. */
  readonly loop:
    | { readonly measuredOhms: readonly string[] | null }
    | { readonly liveCsaMm2: number; readonly lengthMetres: number; readonly material?: ConductorMetal };
  readonly loadAmps: string;
  readonly lighting: boolean;
  readonly ring: boolean;
  readonly hotFactor?: string;
};

/**
 * Judges the voltage drop to the furthest point: L–N resistance at working temperature times the load; a ring a quarter of
 * its loop (525, Appendix 4). A long run is allowed a little more.
 */
export function judgeVoltageDrop(context: DropContext): Judgement {
  const { pack, loop, loadAmps, lighting, ring } = context;
  const { dropPercent, longRun, hotFactors } = pack.design;
  const lengthMetres = 'lengthMetres' in loop ? loop.lengthMetres : 0;
  const beyond = Math.max(0, (ring ? lengthMetres / 2 : lengthMetres) - longRun.metres);
  const more = multiply(exact(longRun.percentPerMetre), exact(beyond));
  const extra = isAtMost(more, exact(longRun.mostPercent)) ? more : exact(longRun.mostPercent);
  const percent = add(exact((lighting ? dropPercent.lighting : dropPercent.other).value), extra);
  const most = divide(multiply(exact(pack.nominalVolts.value), percent), exact(100));
  const limit: Limit = {
    text: `${toShortest(percent, 3)} % of ${pack.nominalVolts.value} V = ${toShortest(most, 2)} V`,
    source: `525.202, Appendix 4, ${pack.title}`,
    figure: `${toShortest(most, 3)} V`,
  };
  const resistance = resistanceOf(pack, loop);
  if (!resistance && 'measuredOhms' in loop) return notTaken('drop', { is: 'not-taken', mark: 'N/V' }, limit);
  if (!resistance) return unjudged('drop.no-cable', { csa: 'liveCsaMm2' in loop ? loop.liveCsaMm2 : 0 });
  const path = ring ? divide(resistance, exact(4)) : resistance;
  const hot = context.hotFactor ?? hotFactors['thermoplastic 70 °C, CPC in the cable'].line.value;
  const drop = multiply(multiply(path, exact(hot)), exact(loadAmps));
  const meets = isAtMost(drop, most);
  return {
    rule: meets ? 'drop.meets' : 'drop.above',
    verdict: meets ? 'meets' : 'fails',
    expected: null,
    limit,
    working: [
      `${ring ? 'a quarter of the loop: ' : ''}${toShortest(path, 4)} Ω × ${hot} × ${loadAmps} A: ${beside({ figure: drop, atLeast: false }, most, 'V')}`,
    ],
    next: meets ? null : { rule: 'drop.above' },
  };
}

function resistanceOf(pack: EditionPack, loop: DropContext['loop']): Exact | null {
  if ('measuredOhms' in loop)
    return loop.measuredOhms && loop.measuredOhms.reduce((sum, each) => add(sum, exact(each)), exact(0));
  const perMetre = conductorResistance(pack, loop.material ?? 'copper', loop.liveCsaMm2);
  return perMetre && divide(multiply(multiply(perMetre, exact(2)), exact(loop.lengthMetres)), exact(1000));
}

/** Correction factors below one for how a way's cable is run, by name; what the edition holds no row for says so. */
function correctionFactors(pack: EditionPack, way: Way): Record<string, string> {
  const { ambient, grouping, insulation } = pack.design.correction;
  const first = (rows: readonly { readonly upTo: number; readonly factor: string }[], value: number) =>
    rows.find((row) => value <= row.upTo)?.factor ?? rows.at(-1)?.factor;
  const named = [
    ['ambient', way.ambientCelsius && way.ambientCelsius > 30 ? first(ambient, way.ambientCelsius) : undefined],
    ['grouping', way.groupedCircuits && way.groupedCircuits > 1 ? first(grouping, way.groupedCircuits) : undefined],
    ['insulation', way.insulatedMetres ? first(insulation, way.insulatedMetres) : undefined],
  ] as const;
  return Object.fromEntries(named.flatMap(([name, factor]) => (factor === undefined ? [] : [[name, factor]])));
}

/** Whether a way's cable as installed suits its device and load; null while either is not described. */
export function judgeWayCapacity(pack: EditionPack, way: Way): Judgement | null {
  const ring = way.arrangement === 'ring';
  if (!way.liveCsaMm2 || !way.deviceAmps || (!way.referenceMethod && !ring)) return null;
  const isFlat = !way.wiringKind || way.wiringKind === 'twin and earth';
  if (!isFlat && !ring)
    return {
      ...unjudged('capacity.other-wiring', { wiring: wiringKindWords[way.wiringKind ?? 'twin and earth'] }),
      next: { rule: 'capacity.unknown' },
    };
  return judgeCapacity({
    pack,
    liveCsaMm2: way.liveCsaMm2,
    cable: isFlat ? 'twin and earth' : way.wiringKind === 'mineral' ? 'mineral' : 'other',
    material: metalOfWay(way),
    method: way.referenceMethod ?? null,
    carriesAmps: null,
    deviceStandard: way.deviceStandard ?? '',
    deviceAmps: way.deviceAmps,
    designAmps: way.designAmps ? String(way.designAmps) : null,
    ring,
    fixedLoad: way.load === 'fixed' ? 'fixed' : 'no',
    factors: correctionFactors(pack, way),
  });
}
