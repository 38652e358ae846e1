import type { Measure, Subject } from '../installation/slot';
import {
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
import { type Fact, fact } from './fact';

const supplied: Subject = { of: 'supply' };
const howWords = { measured: 'measurement', calculated: 'calculation', enquiry: 'enquiry' } as const;

/** What stands in a slot, as printed; null while nothing does. */
export function shownAt(view: JobView, on: Subject, measured: Measure): string | null {
  const value = valueAt(view, on, measured);
  return value ? showValue(value) : null;
}

/** The supply as every document carries it. */
export function supplyFacts(view: JobView): Fact[] {
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
  return [
    fact('Earthing system', supply.earthing),
    fact('Live conductors', supply.liveConductors ? liveConductorWords[supply.liveConductors] : null),
    fact('Nominal voltage U / U0', supply.nominalVolts, ' V'),
    fact('Frequency', supply.frequencyHertz, ' Hz'),
    fact('Polarity of the supply', polarity === '✓' ? 'confirmed' : polarity),
    fact('Ze', shownAt(view, supplied, ze), ` Ω${how ? `, by ${howWords[how]}` : ''}`),
    fact('Ipf (larger)', fault ? `${showFaultCurrent(fault)}, ${fault.from}` : null),
    fact('Ipf L–N / L–E', `${pair(ipfLineNeutral)} / ${pair(ipfLineEarth)} kA`),
    fact('Service fuse', fuse.filter(Boolean).join(' ')),
    fact('Other sources', supply.otherSources),
  ];
}

/** Means of earthing and the protective conductors of the origin, with their continuity. */
export function earthingFacts(view: JobView): Fact[] {
  const { supply } = view.job;
  const isTT = supply.earthing === 'TT';
  const bonds = bondedServices.map((service): Fact => {
    const state = supply[bondFieldOf[service]];
    const ohms = shownAt(view, { of: 'conductor', to: service }, conductorContinuity);
    const continuity = ohms && state === 'bonded' ? `, ${ohms} Ω` : '';
    return fact(`Bonding: ${serviceWords[service]}`, state ? `${bondStateWords[state]}${continuity}` : null);
  });
  const size = (csa: number | null | undefined, material: string | null | undefined) =>
    csa ? `${csa} mm² ${material ?? 'copper'}` : null;
  return [
    fact(
      'Means of earthing',
      isTT ? "installation's earth electrode" : supply.earthing ? "distributor's facility" : null,
    ),
    ...(isTT
      ? [
          fact('Electrode', [supply.electrodeType, supply.electrodeLocation].filter(Boolean).join(', ')),
          fact('RA', shownAt(view, supplied, electrode), ' Ω'),
        ]
      : []),
    fact('Earthing conductor', size(supply.earthingConductorCsaMm2, supply.earthingConductorMaterial)),
    fact('Its continuity', shownAt(view, { of: 'conductor', to: 'earthing' }, conductorContinuity), ' Ω'),
    fact(
      'Main bonding conductors',
      size(supply.bondingCsaMm2, supply.bondingMaterial) ??
        (isBondingThere(supply)
          ? null
          : isBondingNeeded(supply)
            ? 'none found'
            : 'none needed: no extraneous-conductive-part enters'),
    ),
    ...bonds,
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
