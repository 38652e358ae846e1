import type { Place } from '../../installation/place';
import { type Slot, keyOf, slotAt } from '../../installation/slot';
import { bondFieldOf, bondedServices, serviceWords } from '../../installation/supply';
import { governing, governingOf, valueAt } from '../../job/governing';
import { standing } from '../../job/job';
import { nameOfSlot } from '../../job/slot-name';
import type { JobView } from '../../job/view';
import { compare, divide, exact, multiply, toShortest } from '../../quantity/exact';
import { figureOf, knownOf, showValue } from '../../quantity/reading-value';
import { judgeSizes } from '../../measurements/continuity/bonding';
import { conductorContinuity } from '../../measurements/continuity/slots';
import {
  electrode,
  ipfLineEarth,
  ipfLineNeutral,
  supplyPolarity,
  voltsLineLine,
  ze,
} from '../../measurements/origin/slots';
import { voltagePatternOf } from '../../measurements/origin/voltage-pattern';
import { demandOfJob } from '../job-demand';
import type { Detector, Finding, Side } from './discrepancy';
import { itemsFor } from './items';

const supplied = { of: 'supply' } as const;
const field = (name: string): Place => ({ of: 'supply', field: name });

function reading(view: JobView, slot: Slot, more = ''): Side {
  const value = governingOf(view, slot)?.body.value;
  return {
    says: `${nameOfSlot(view, slot)} is ${value ? showValue(value) : 'not read'}${more}`,
    place: { of: 'slot', slot },
  };
}

/** Bonds that are not there or not continuous. */
const bonds: Detector = ({ view, verdicts }) =>
  bondedServices.flatMap((service): Finding[] => {
    const state = view.job.supply[bondFieldOf[service]];
    const slot = slotAt({ of: 'conductor', to: service }, conductorContinuity);
    const open = state === 'bonded' && verdicts.get(keyOf(slot))?.judgement.verdict === 'fails';
    if (state !== 'not-bonded' && !open) return [];
    return [
      {
        rule: 'bond-absent-ok',
        on: `${service}/${state}/${open ? 'open' : ''}`,
        stage: 'origin',
        side: open
          ? reading(view, slot)
          : { says: `Main bonding, ${serviceWords[service]}: not bonded`, place: field(bondFieldOf[service]) },
        items: itemsFor(view, 'bonding'),
      },
    ];
  });

/** Earthing and bonding conductors too small for their supply. */
const sizes: Detector = ({ view }) =>
  (judgeSizes(view.pack, view.job.supply) ?? []).flatMap(({ what, judgement }, index): Finding[] => {
    if (judgement.verdict !== 'fails') return [];
    const earthing = index === 0;
    return [
      {
        rule: earthing ? 'earthing-small-ok' : 'bond-small-ok',
        on: `${what}/${judgement.limit?.figure ?? ''}/${judgement.working.at(-1) ?? ''}`.slice(0, 200),
        stage: 'origin',
        side: {
          says: `${what}: ${judgement.working.at(-1) ?? ''}`,
          place: field(earthing ? 'earthingConductorCsaMm2' : 'bondingCsaMm2'),
        },
        items: itemsFor(view, earthing ? 'earthing size' : 'bonding size'),
      },
    ];
  });

/** The system of earthing beside what is said of the means of earthing. */
const system: Detector = ({ view }) => {
  const { earthing, electrodeType } = view.job.supply;
  if (!earthing) return [];
  const tt = earthing === 'TT';
  const base = { on: earthing, stage: 'origin', side: { says: `The system is ${earthing}`, place: field('earthing') } };
  const electrodeRead = valueAt(view, supplied, electrode);
  if (tt) return [{ ...base, stage: 'origin', rule: 'system-facility', items: itemsFor(view, "distributor's earth") }];
  return electrodeType || electrodeRead
    ? []
    : [{ ...base, stage: 'origin', rule: 'system-facility', items: itemsFor(view, 'electrode') }];
};

/** Ze and fault current: above what is usual, apart from one another, or only one of a pair. */
const external: Detector = ({ view, verdicts }) => {
  const zeSlot = slotAt(supplied, ze);
  const high = verdicts.get(keyOf(zeSlot))?.judgement.next?.rule === 'ze.high';
  const told = view.job.told.some(({ to }) => to === 'distributor');
  const loop = governing(view, supplied, ze);
  const ohms = loop && figureOf(loop.body.value);
  const earthFault = valueAt(view, supplied, ipfLineEarth);
  const shortCircuit = valueAt(view, supplied, ipfLineNeutral);
  const kiloamps = earthFault && figureOf(earthFault);
  const ofLoop =
    ohms && ohms.numerator > 0n ? divide(divide(exact(view.pack.nominalVolts.value), ohms), exact(1000)) : null;
  const low = kiloamps && ofLoop && compare(kiloamps, multiply(ofLoop, exact('0.75'))) < 0;
  const pair = [
    [shortCircuit, ipfLineEarth, ipfLineNeutral],
    [earthFault, ipfLineNeutral, ipfLineEarth],
  ] as const;
  return [
    ...(high && !told
      ? [
          {
            rule: 'ze-above-system',
            on: `${keyOf(zeSlot)}/${loop ? showValue(loop.body.value) : ''}`,
            stage: 'origin',
            side: reading(view, zeSlot),
            against: { says: 'nothing is reported to the distributor', place: { of: 'list', list: 'observations' } },
          } satisfies Finding,
        ]
      : []),
    ...(low && ofLoop && earthFault
      ? [
          {
            rule: 'ze-ipf',
            on: `${showValue(earthFault)}/${loop ? showValue(loop.body.value) : ''}`,
            stage: 'origin',
            side: reading(view, slotAt(supplied, ipfLineEarth)),
            against: {
              says: `U0 ÷ Ze gives ${toShortest(ofLoop, 2)} kA`,
              place: { of: 'slot', slot: zeSlot },
            },
          } satisfies Finding,
        ]
      : []),
    ...pair.flatMap(([read, absent, present]): Finding[] => {
      const other = governing(view, supplied, absent);
      const left = other?.body.value.is === 'not-taken' && !other.body.reason?.trim();
      return read && knownOf(read) && left
        ? [
            {
              rule: 'ipf-only-one',
              on: `${absent.pair}/${showValue(read)}`,
              stage: 'origin',
              side: reading(view, slotAt(supplied, present)),
              against: reading(view, slotAt(supplied, absent)),
            },
          ]
        : [];
    }),
  ];
};

/** The service: tails beside the fuse, demand beside what is declared, and the number of phases. */
const service: Detector = ({ view }) => {
  const { job, pack } = view;
  const { serviceFuseAmps: fuse, tailsCsaMm2: tails, maximumDemandAmps: declared, mainSwitchAmps } = job.supply;
  const carries = tails ? [...pack.design.tails].reverse().find(({ csaMm2 }) => csaMm2 <= tails)?.amps : undefined;
  // A rating nobody saw is held against nothing.
  const small =
    fuse && tails && !job.supply.serviceFuseUnseen && (!carries || compare(exact(fuse), exact(carries.value)) > 0);
  const { after } = demandOfJob(view);
  const calculated = `${toShortest(after.total, 1)} A calculated from the circuits`;
  const exceeds = (rating: number | null | undefined) => rating && compare(after.total, exact(rating)) > 0;
  const demand: readonly (readonly [number | null | undefined, string, string])[] =
    // A form for one circuit says nothing of the demand of the whole.
    after.lines.length === 0 || view.definition.schedule(pack).length === 0
      ? []
      : [
          [declared, `${declared} A is declared`, 'maximumDemandAmps'],
          [fuse, `the service fuse is ${fuse} A`, 'serviceFuseAmps'],
          [mainSwitchAmps, `the main switch is ${mainSwitchAmps} A`, 'mainSwitchAmps'],
        ];
  // One estimate is one question, whatever it exceeds.
  const exceeded = demand.filter(([rating]) => exceeds(rating));
  const [first] = exceeded;
  const single = job.supply.liveConductors === 'single-phase';
  const phased = [...job.readings.values()]
    .flatMap(standing)
    .find(({ body }) => body.slot.phase !== undefined || keyOf(body.slot) === keyOf(slotAt(supplied, voltsLineLine)));
  return [
    ...(small
      ? [
          {
            rule: 'fuse-tails',
            on: `${fuse}/${tails}`,
            stage: 'origin',
            side: {
              says: `Tails of ${tails} mm² carry ${carries ? `${carries.value} A` : 'less than any row of the table'}`,
              place: field('tailsCsaMm2'),
            },
            items: itemsFor(view, 'tails'),
            against: { says: `the service fuse is ${fuse} A`, place: field('serviceFuseAmps') },
          } satisfies Finding,
        ]
      : []),
    ...(first
      ? [
          {
            rule: 'demand-declared',
            on: [...exceeded.map(([rating]) => rating), toShortest(after.total, 1)].join('/'),
            stage: 'origin',
            side: { says: calculated, place: field('maximumDemandAmps') },
            against: { says: exceeded.map(([, says]) => says).join(', '), place: field(first[2]) },
          } satisfies Finding,
        ]
      : []),
    ...(single && phased
      ? [
          {
            rule: 'three-phase-single',
            on: keyOf(phased.body.slot),
            stage: 'origin',
            side: { says: 'The supply is recorded as single-phase', place: field('liveConductors') },
            against: reading(view, phased.body.slot),
          } satisfies Finding,
        ]
      : []),
    ...(single && declared && declared > mostAmps
      ? [
          {
            rule: 'max-demand-amps-kva',
            on: String(declared),
            stage: 'origin',
            side: { says: `A maximum demand of ${declared} A is declared`, place: field('maximumDemandAmps') },
            against: {
              says: `one phase of a dwelling is fused at ${mostAmps} A at most`,
              place: field('serviceFuseAmps'),
            },
          } satisfies Finding,
        ]
      : []),
  ];
};
/** The largest service fuse of a dwelling on one phase, in ampere. */
const mostAmps = 100;

/** Voltages that no sound supply has, beside polarity that was confirmed. */
const voltages: Detector = ({ view }) => {
  const found = voltagePatternOf(view);
  if (!found || found.pattern.isSound) return [];
  const slot = slotAt(supplied, supplyPolarity);
  const confirmed = governingOf(view, slot)?.body.value.is === 'confirmed';
  return confirmed
    ? [
        {
          rule: 'voltage-pattern',
          on: found.shown,
          stage: 'origin',
          side: { says: `${found.shown}: ${found.pattern.title}`, place: { of: 'slot', slot: found.slot } },
          against: { says: 'the polarity of the supply is confirmed', place: { of: 'slot', slot } },
          items: itemsFor(view, 'supply polarity'),
        },
      ]
    : [];
};

export const supplyDetectors: readonly Detector[] = [bonds, sizes, system, external, service, voltages];
