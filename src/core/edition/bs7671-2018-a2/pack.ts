import type { EditionPack } from '../pack';
import { breakers } from './breakers';
import { breakingCapacities } from './breaking-capacity';
import { cableCapacities } from './cable-capacity';
import { conductors, imperialConductors, imperialResistivity, twinAndEarth } from './conductors';
import { design, diversity } from './design';
import { fuseLimits } from './fuse-limits';
import { inspectionEic } from './inspection-eic';
import { inspectionEicr } from './inspection-eicr';
import { itemPresence, itemPresenceEic } from './item-presence';
import { itemRoles, itemRolesEic } from './item-roles';
import { residualTimes } from './residual-times';
import { tolerances } from './tolerances';

export const bs7671Amendment2: EditionPack = {
  id: 'bs7671-2018-a2',
  title: 'BS 7671:2018+A2:2022',
  shortTitle: 'A2:2022',
  nominalVolts: { value: '230', source: 'U0, nominal voltage line to earth', confidence: 'table' },
  nominalHertz: { value: '50', source: 'nominal frequency of the public supply', confidence: 'table' },
  minimumVoltageFactor: { value: '0.95', source: 'Cmin, 411.4.4', confidence: 'table' },
  ambientFactor: {
    value: '0.8',
    source: 'readings at ambient against hot conductors, Appendix 3',
    confidence: 'table',
  },
  fuseLimits,
  breakers,
  breakingCapacities,
  residualTimes,
  touchVolts: { value: '50', source: '411.5.3', confidence: 'table' },
  insulation: {
    tests: [
      {
        circuit: 'extra-low',
        testVolts: 250,
        minimumMegohms: { value: '0.5', source: 'Table 64, SELV and PELV', confidence: 'table' },
      },
      {
        circuit: 'up to 500 V',
        testVolts: 500,
        minimumMegohms: { value: '1.0', source: 'Table 64, 643.3.2', confidence: 'table' },
      },
      {
        circuit: 'above 500 V',
        testVolts: 1000,
        minimumMegohms: { value: '1.0', source: 'Table 64, 643.3.2', confidence: 'table' },
      },
    ],
    investigateBelowMegohms: { value: '2', source: 'common practice on existing work', confidence: 'table' },
    expectedWhenNewMegohms: { value: '20', source: 'common practice on new work', confidence: 'table' },
  },
  externalLoop: {
    'TN-C-S': { value: '0.35', source: 'usual maximum declared by distributors', confidence: 'table' },
    'TN-S': { value: '0.8', source: 'usual maximum declared by distributors', confidence: 'table' },
    TT: { value: '21', source: "usual maximum on the distributor's side", confidence: 'table' },
  },
  bondingRuleOfThumbOhms: { value: '0.05', source: 'rule of thumb: about 27 m of 10 mm²', confidence: 'table' },
  supplyVoltsLow: { value: '216.2', source: '230 V − 6 %, supply regulations', confidence: 'table' },
  supplyVoltsHigh: { value: '253', source: '230 V + 10 %, supply regulations', confidence: 'table' },
  protectiveMultipleEarthing: [
    { neutralUpToMm2: 35, leastMm2: 10 },
    { neutralUpToMm2: 50, leastMm2: 16 },
    { neutralUpToMm2: 95, leastMm2: 25 },
    { neutralUpToMm2: 150, leastMm2: 35 },
    { neutralUpToMm2: null, leastMm2: 50 },
  ],
  conductors,
  imperialConductors,
  imperialResistivity,
  twinAndEarth,
  cableCapacities,
  itemPresence,
  itemPresenceEic,
  itemRoles,
  itemRolesEic,
  inspectionEicr,
  inspectionEic,
  diversity,
  design,
  tolerances,
};
