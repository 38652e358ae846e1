import * as z from 'zod';
import { line } from './text';

export const earthingSystems = ['TN-C-S', 'TN-S', 'TT'] as const;
export type EarthingSystem = (typeof earthingSystems)[number];

export const bondedServices = ['water', 'gas', 'oil', 'steel', 'lightning', 'other'] as const;
export type BondedService = (typeof bondedServices)[number];

export const serviceWords: Record<BondedService, string> = {
  water: 'water',
  gas: 'gas',
  oil: 'oil',
  steel: 'structural steel',
  lightning: 'lightning protection',
  other: 'other',
};

export const bondStates = ['bonded', 'not-bonded', 'not-present', 'not-extraneous', 'not-verified'] as const;
export type BondState = (typeof bondStates)[number];

export const bondStateWords: Record<BondState, string> = {
  bonded: 'Bonded',
  'not-bonded': 'Not bonded',
  'not-present': 'None here',
  'not-extraneous': 'N/A: proved not extraneous',
  'not-verified': 'N/V: not verified',
};

export const liveConductorArrangements = ['single-phase', 'three-phase'] as const;
export const liveConductorWords: Record<(typeof liveConductorArrangements)[number], string> = {
  'single-phase': 'AC, 1-phase, 2-wire',
  'three-phase': 'AC, 3-phase, 4-wire',
};

export const conductorMaterials = ['copper', 'aluminium', 'copper-clad aluminium'] as const;
export type ConductorMaterial = (typeof conductorMaterials)[number];

/** How an earthing conductor lies in the ground (Table 54.1). */
export const burials = ['protected against corrosion', 'not protected'] as const;
export type Buried = (typeof burials)[number];

/** The protective conductors of an origin: the earthing conductor and one for each service that may be bonded. */
export const protectiveConductors = ['earthing', ...bondedServices] as const;
export type ProtectiveConductor = (typeof protectiveConductors)[number];

const amps = z.number().positive().max(1000);
const csa = z.number().positive().max(300);

/** The supply, means of earthing, bonding and main switch: each field as it was seen or told. Null means taken back. */
export const supplyFields = z.object({
  earthing: z.enum(earthingSystems).nullable(),
  liveConductors: z.enum(liveConductorArrangements).nullable(),
  nominalVolts: z.number().positive().max(1000).nullable(),
  frequencyHertz: z.number().positive().max(400).nullable(),
  serviceFuseStandard: line.nullable(),
  serviceFuseType: line.nullable(),
  serviceFuseAmps: amps.nullable(),
  /** Why its rating was not seen: with a rating, that is assumed for this reason. */
  serviceFuseUnseen: line.nullable(),
  otherSources: line.nullable(),
  electrodeType: line.nullable(),
  electrodeLocation: line.nullable(),
  earthingConductorMaterial: z.enum(conductorMaterials).nullable(),
  earthingConductorCsaMm2: csa.nullable(),
  /** In the ground, and how; null where it is not. */
  earthingConductorBuried: z.enum(burials).nullable(),
  bondingMaterial: z.enum(conductorMaterials).nullable(),
  bondingCsaMm2: csa.nullable(),
  bondWater: z.enum(bondStates).nullable(),
  bondGas: z.enum(bondStates).nullable(),
  bondOil: z.enum(bondStates).nullable(),
  bondSteel: z.enum(bondStates).nullable(),
  bondLightning: z.enum(bondStates).nullable(),
  bondOther: z.enum(bondStates).nullable(),
  tailsCsaMm2: csa.nullable(),
  /** How far each runs, in metres, as paced out or seen. */
  runMetres: z.partialRecord(z.enum(protectiveConductors), z.number().positive().max(500)).nullable(),
  /** The earth fault the earthing conductor is sized for, where it was worked out: current, time and the conductor's k. */
  faultAmps: z.number().positive().max(100_000).nullable(),
  faultSeconds: z.number().positive().max(5).nullable(),
  faultK: z.number().positive().max(500).nullable(),
  maximumDemandAmps: amps.nullable(),
  mainSwitchLocation: line.nullable(),
  mainSwitchStandard: line.nullable(),
  mainSwitchPoles: z.number().int().min(1).max(4).nullable(),
  mainSwitchAmps: amps.nullable(),
  mainSwitchVolts: z.number().positive().max(1000).nullable(),
  mainSwitchResidualMilliamps: z.number().positive().max(3000).nullable(),
});
export type Supply = Partial<z.infer<typeof supplyFields>>;

const everyBond = (supply: Supply, states: readonly BondState[]): boolean =>
  bondedServices.every((service) => states.includes(supply[bondFieldOf[service]] ?? 'not-verified'));

/** Whether a main bond is called for as far as is known: not where every service was found absent or not extraneous. */
export const isBondingNeeded = (supply: Supply): boolean => !everyBond(supply, ['not-present', 'not-extraneous']);

/** Whether there is a main bond to tell the size of, as far as is known: not where every service was found without one. */
export const isBondingThere = (supply: Supply): boolean =>
  !everyBond(supply, ['not-present', 'not-extraneous', 'not-bonded']);

type BondField = `bond${Capitalize<BondedService>}`;

export const bondFieldOf: Record<BondedService, BondField> = {
  water: 'bondWater',
  gas: 'bondGas',
  oil: 'bondOil',
  steel: 'bondSteel',
  lightning: 'bondLightning',
  other: 'bondOther',
};
