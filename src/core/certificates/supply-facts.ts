import type { Measure, Subject } from '../installation/slot';
import {
  type BondedService,
  bondFieldOf,
  bondStateWords,
  bondedServices,
  isBondingNeeded,
  isBondingThere,
  liveConductorWords,
  serviceWords,
} from '../installation/supply';
import { governing, valueAt } from '../job/governing';
import type { JobView } from '../job/view';
import { showValue } from '../quantity/reading-value';
import { conductorContinuity } from '../measurements/continuity/slots';
import { faultCurrentOf, showFaultCurrent } from '../measurements/origin/fault-current';
import { electrode, ipfLineEarth, ipfLineNeutral, supplyPolarity, ze } from '../measurements/origin/slots';
import { roomsOfParts, saySupplementary, supplementaryOf } from '../work/supplementary';
import { showDay } from '../words/day';
import { type Fact, fact } from './fact';

const supplied: Subject = { of: 'supply' };
const howWords = { measured: 'measurement', calculated: 'calculation', enquiry: 'enquiry' } as const;

/** What stands in a slot, as printed; null while nothing does. */
export function shownAt(view: JobView, on: Subject, measured: Measure): string | null {
  const value = valueAt(view, on, measured);
  return value ? showValue(value) : null;
}

/** What families print of the supply or of a board beside what every document carries, where it was read. */
export const printedFacts = (view: JobView, on: Subject): Fact[] =>
  view.tests.slots.flatMap((definition) => {
    const { paper, measure } = definition;
    const shown = definition.on === on.of && paper ? shownAt(view, on, measure) : null;
    return paper && shown !== null ? [fact(paper.heading, shown)] : [];
  });

/** What is said of a supply, by what it is about: a document that carries only some of it takes those. */
export function supplyFactsByName(view: JobView) {
  const { supply } = view.job;
  const how = governing(view, supplied, ze)?.body.how;
  const fault = faultCurrentOf(view);
  const polarity = shownAt(view, supplied, supplyPolarity);
  const pair = (measured: Measure) => shownAt(view, supplied, measured) ?? '—';
  const fuse = [
    supply.serviceFuseStandard,
    supply.serviceFuseType,
    supply.serviceFuseAmps &&
      `${supply.serviceFuseAmps} A${supply.serviceFuseUnseen ? ` assumed: ${supply.serviceFuseUnseen}` : ''}`,
    !supply.serviceFuseAmps && supply.serviceFuseUnseen && `rating N/V: ${supply.serviceFuseUnseen}`,
  ];
  return {
    earthing: fact('Earthing system', supply.earthing),
    liveConductors: fact('Live conductors', supply.liveConductors ? liveConductorWords[supply.liveConductors] : null),
    volts: fact('Nominal voltage U / U0', supply.nominalVolts, ' V'),
    frequency: fact('Frequency', supply.frequencyHertz, ' Hz'),
    polarity: fact('Polarity of the supply', polarity === '✓' ? 'confirmed' : polarity),
    ze: fact('Ze', shownAt(view, supplied, ze), ` Ω${how ? `, by ${howWords[how]}` : ''}`),
    faultCurrent: fact('Ipf (larger)', fault ? `${showFaultCurrent(fault)}, ${fault.from}` : null),
    faultCurrents: fact('Ipf L–N / L–E', `${pair(ipfLineNeutral)} / ${pair(ipfLineEarth)} kA`),
    serviceFuse: fact('Service fuse', fuse.filter(Boolean).join(' ')),
    otherSources: fact('Other sources', supply.otherSources),
  } satisfies Record<string, Fact>;
}

/** The supply as every document carries it. */
export const supplyFacts = (view: JobView): Fact[] => [
  ...Object.values(supplyFactsByName(view)),
  ...printedFacts(view, supplied),
];

/** What is said of one main bond, with its continuity. */
export function bondFact(view: JobView, service: BondedService): Fact {
  const state = view.job.supply[bondFieldOf[service]];
  const ohms = shownAt(view, { of: 'conductor', to: service }, conductorContinuity);
  const continuity = ohms && state === 'bonded' ? `, ${ohms} Ω` : '';
  return fact(`Bonding: ${serviceWords[service]}`, state ? `${bondStateWords[state]}${continuity}` : null);
}

/** What is said of the means of earthing and of its conductors, by what it is about. */
export function earthingFactsByName({ job: { supply } }: JobView) {
  const size = (csa: number | null | undefined, material: string | null | undefined) =>
    csa ? `${csa} mm² ${material ?? 'copper'}` : null;
  return {
    means: fact(
      'Means of earthing',
      supply.earthing === 'TT' ? "installation's earth electrode" : supply.earthing ? "distributor's facility" : null,
    ),
    conductor: fact('Earthing conductor', size(supply.earthingConductorCsaMm2, supply.earthingConductorMaterial)),
    bonding: fact(
      'Main bonding conductors',
      size(supply.bondingCsaMm2, supply.bondingMaterial) ??
        (isBondingThere(supply)
          ? null
          : isBondingNeeded(supply)
            ? 'none found'
            : 'none needed: no extraneous-conductive-part enters'),
    ),
  } satisfies Record<string, Fact>;
}

/** Means of earthing and the protective conductors of the origin, with their continuity. */
export function earthingFacts(view: JobView): Fact[] {
  const { supply } = view.job;
  const { means, conductor, bonding } = earthingFactsByName(view);
  return [
    means,
    ...(supply.earthing === 'TT'
      ? [
          fact('Electrode', [supply.electrodeType, supply.electrodeLocation].filter(Boolean).join(', ')),
          fact('RA', shownAt(view, supplied, electrode), ' Ω'),
        ]
      : []),
    conductor,
    fact('Its continuity', shownAt(view, { of: 'conductor', to: 'earthing' }, conductorContinuity), ' Ω'),
    bonding,
    ...bondedServices.map((service) => bondFact(view, service)),
    ...roomsOfParts(view).map((place) =>
      fact(`Supplementary bonding: ${place}`, saySupplementary(supplementaryOf(view, place))),
    ),
  ];
}

export function mainSwitchFacts({ job: { supply } }: JobView): Fact[] {
  return [
    fact('Location', supply.mainSwitchLocation),
    fact('Standard', supply.mainSwitchStandard),
    fact('Poles', supply.mainSwitchPoles),
    fact('Rating', supply.mainSwitchAmps, ' A'),
    fact('Voltage', supply.mainSwitchVolts, ' V'),
    fact(
      'RCD in the main switch',
      supply.mainSwitchResidualMilliamps ? `${supply.mainSwitchResidualMilliamps} mA` : 'none',
    ),
    fact('Maximum demand', supply.maximumDemandAmps, ' A'),
  ];
}

/** Next inspection, supply, earthing and main switch, as documents of a whole installation carry them. */
export const installationFacts = (view: JobView) => ({
  comeBack: [
    fact('Next inspection by', showDay(view.document.comeBack?.dueOn)),
    fact('Because', view.document.comeBack?.reason),
  ],
  supply: supplyFacts(view),
  earthing: earthingFacts(view),
  mainSwitch: mainSwitchFacts(view),
});
