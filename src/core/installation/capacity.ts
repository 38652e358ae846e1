import { conductorResistance } from '../edition/conductor-resistance';
import type { EditionPack } from '../edition/pack';
import type { ReferenceMethod } from '../edition/rows';
import { type Exact, compare, divide, exact, isAtMost, multiply, toFixed, toShortest } from '../quantity/exact';
import { type Judgement, unjudged } from '../words/judgement';
import { type Way, wiringKindWords } from './way';

export type CapacityContext = {
  readonly pack: EditionPack;
  readonly liveCsaMm2: number;
  readonly method: ReferenceMethod;
  readonly deviceStandard: string;
  readonly deviceAmps: number;
  /** Design current in amperes, as text; null where it is not known. */
  readonly designAmps: string | null;
  readonly ring: boolean;
  /** Correction factors below one, by name: ambient, grouping, insulation. */
  readonly factors: Readonly<Record<string, string>>;
};

/** What a flat twin-and-earth cable carries as installed, in amperes, with the arithmetic; null where the edition holds no figure. */
function cableCapacity({
  pack,
  liveCsaMm2,
  method,
  deviceStandard,
  factors,
}: CapacityContext): { readonly amps: Exact; readonly working: string } | null {
  const row = pack.cableCapacities.find((r) => r.liveMm2 === liveCsaMm2);
  if (!row) return null;
  const all = {
    ...factors,
    ...(deviceStandard === 'BS 3036' ? { 'BS 3036 fuse': pack.design.rewireableFactor.value } : {}),
  };
  const amps = Object.values(all).reduce((value, factor) => multiply(value, exact(factor)), exact(row.amps[method]));
  const named = Object.entries(all)
    .map(([name, factor]) => ` × ${factor} (${name})`)
    .join('');
  return {
    amps,
    working: `Iz = ${row.amps[method]} A (${liveCsaMm2} mm², method ${method})${named}${named ? ` = ${toFixed(amps, 1, 'half-up')} A` : ''}`,
  };
}

/** Judges Ib ≤ In ≤ Iz for a circuit, or the ring rule (433.1.1, 433.1.204). */
export function judgeCapacity(context: CapacityContext): Judgement {
  const capacity = cableCapacity(context);
  if (!capacity)
    return { ...unjudged('capacity.no-row', { csa: context.liveCsaMm2 }), next: { rule: 'capacity.unknown' } };
  const device = exact(context.deviceAmps);
  if (context.ring) return judgeRing(context, capacity);
  const carries = isAtMost(device, capacity.amps);
  const design = context.designAmps === null ? null : exact(context.designAmps);
  const loadFits = design === null || isAtMost(design, device);
  return {
    rule: !carries ? 'capacity.device-too-large' : loadFits ? 'capacity.meets' : 'capacity.load-too-large',
    verdict: carries && loadFits ? 'meets' : 'fails',
    expected: `In up to ${toFixed(capacity.amps, 1, 'down')} A`,
    limit: { text: 'Ib ≤ In ≤ Iz', source: `433.1.1, ${context.pack.title}` },
    working: [
      capacity.working,
      ...(design ? [`Ib ${toShortest(design, 2)} A ${loadFits ? '≤' : '>'} In ${context.deviceAmps} A`] : []),
      `In ${context.deviceAmps} A ${carries ? '≤' : '>'} Iz ${toFixed(capacity.amps, 1, 'half-up')} A`,
    ],
    next: !carries ? { rule: 'capacity.device-too-large' } : loadFits ? null : { rule: 'capacity.load-too-large' },
  };
}

function judgeRing({ deviceAmps, pack }: CapacityContext, capacity: { amps: Exact; working: string }): Judgement {
  const { ringDeviceAmps, ringCableAmps: least } = pack.design;
  const ringCableAmps = least.value;
  const deviceFits = deviceAmps <= Math.max(...ringDeviceAmps);
  const cableFits = isAtMost(exact(ringCableAmps), capacity.amps);
  return {
    rule: !deviceFits ? 'ring.device-too-large' : cableFits ? 'ring.meets' : 'ring.cable-too-small',
    verdict: deviceFits && cableFits ? 'meets' : 'fails',
    expected: `${ringDeviceAmps.join(' or ')} A, cable of at least ${ringCableAmps} A as installed`,
    limit: {
      text: `${ringDeviceAmps.join(' or ')} A; Iz ≥ ${ringCableAmps} A`,
      source: `${least.source}, ${pack.title}`,
    },
    working: [
      capacity.working,
      `In ${deviceAmps} A ${deviceFits ? 'suits a ring to BS 1363' : `> ${Math.max(...ringDeviceAmps)} A`}`,
      `Iz ${toFixed(capacity.amps, 1, 'half-up')} A ${cableFits ? '≥' : '<'} ${ringCableAmps} A`,
    ],
    next: !deviceFits ? { rule: 'ring.device-too-large' } : cableFits ? null : { rule: 'ring.cable-too-small' },
  };
}

export type DropContext = {
  readonly pack: EditionPack;
  readonly liveCsaMm2: number;
  readonly lengthMetres: number;
  readonly loadAmps: string;
  readonly lighting: boolean;
  readonly ring: boolean;
};

/** Judges the voltage drop to the furthest point: L–N resistance at working temperature times the load; a ring a quarter of its loop (525, Appendix 4). */
export function judgeVoltageDrop(context: DropContext): Judgement {
  const { pack, liveCsaMm2, lengthMetres, loadAmps, lighting, ring } = context;
  const perMetre = conductorResistance(pack, 'copper', liveCsaMm2);
  if (!perMetre) return unjudged('drop.no-cable', { csa: liveCsaMm2 });
  const loop = divide(multiply(multiply(perMetre, exact(2)), exact(lengthMetres)), exact(1000));
  const resistance = ring ? divide(loop, exact(4)) : loop;
  const hot = pack.design.hotFactors['thermoplastic 70 °C, CPC in the cable'].value;
  const drop = multiply(multiply(resistance, exact(hot)), exact(loadAmps));
  const percent = (lighting ? pack.design.dropPercent.lighting : pack.design.dropPercent.other).value;
  const most = divide(multiply(exact(pack.nominalVolts.value), exact(percent)), exact(100));
  const meets = compare(drop, most) <= 0;
  return {
    rule: meets ? 'drop.meets' : 'drop.above',
    verdict: meets ? 'meets' : 'doubt',
    expected: null,
    limit: {
      text: `${percent} % of ${pack.nominalVolts.value} V = ${toShortest(most, 1)} V`,
      source: `525.202, Appendix 4, ${pack.title}`,
    },
    working: [
      `${ring ? 'a quarter of the loop: ' : ''}${toFixed(resistance, 3, 'half-up')} Ω × ${hot} × ${loadAmps} A = ${toFixed(drop, 2, 'half-up')} V ${meets ? '≤' : '>'} ${toShortest(most, 1)} V`,
    ],
    next: meets ? null : { rule: 'drop.above' },
  };
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
  if (!way.liveCsaMm2 || !way.referenceMethod || !way.deviceAmps) return null;
  if (way.wiringKind && way.wiringKind !== 'twin and earth')
    return {
      ...unjudged('capacity.other-wiring', { wiring: wiringKindWords[way.wiringKind] }),
      next: { rule: 'capacity.unknown' },
    };
  return judgeCapacity({
    pack,
    liveCsaMm2: way.liveCsaMm2,
    method: way.referenceMethod,
    deviceStandard: way.deviceStandard ?? '',
    deviceAmps: way.deviceAmps,
    designAmps: way.designAmps ? String(way.designAmps) : null,
    ring: way.arrangement === 'ring',
    factors: correctionFactors(pack, way),
  });
}
