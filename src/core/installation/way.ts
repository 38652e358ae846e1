import * as z from 'zod';
import { type HotWiring, demandPurposes, referenceMethods } from '../edition/rows';
import { type ConductorMaterial, conductorMaterials } from './supply';
import { line } from './text';

const wayArrangements = ['radial', 'ring', 'spare'] as const;

const wayLoads = ['sockets', 'fixed', 'lighting', 'distribution'] as const;

/** Types of residual current device, each seeing what those before it see and more. */
export const residualTypes = ['AC', 'A', 'F', 'B'] as const;
export type ResidualType = (typeof residualTypes)[number];

/** The standards a residual current device may be made to, as marked on it. */
export const residualStandards = ['BS EN 61008', 'BS EN 61009', 'BS EN 62423', 'BS 4293', 'BS 7288'] as const;

/** How a circuit is wired: how much its conductors warm, and which tables it is sized by. */
export const wiringKinds = ['twin and earth', 'singles', 'armoured', 'mineral', 'thermosetting'] as const;
export type WiringKind = (typeof wiringKinds)[number];
export const wiringKindWords: Record<WiringKind, string> = {
  'twin and earth': 'Flat twin and earth, 70 °C',
  singles: 'Singles in conduit or trunking, CPC run separately',
  armoured: 'Armoured, 70 °C',
  mineral: 'Mineral insulated',
  thermosetting: 'Thermosetting, 90 °C',
};

/** The nominal voltage a circuit works at: which row of Table 64 it is tested by. */
export const voltageBands = ['SELV', 'PELV', 'FELV', '230 V', '400 V'] as const;

/** Whose a circuit's neutral is. */
export const neutrals = ['own', 'shared'] as const;
export const neutralWords: Record<(typeof neutrals)[number], string> = {
  own: 'Its own: proved',
  shared: 'Shared with another circuit',
};

/** One way of a board: its device, its cable and the circuit behind it. */
export const wayFields = z.object({
  description: line.nullable(),
  arrangement: z.enum(wayArrangements).nullable(),
  load: z.enum(wayLoads).nullable(),
  points: z.number().int().min(0).max(500).nullable(),
  furthestPoint: line.nullable(),
  lengthMetres: z.number().positive().max(2000).nullable(),
  liveCsaMm2: z.number().positive().max(300).nullable(),
  cpcCsaMm2: z.number().positive().max(300).nullable(),
  /** True where somebody looked and the cable has none. */
  cpcAbsent: z.boolean().nullable(),
  /** What else is said of the wiring, in words: no verdict reads it. */
  wiring: line.nullable(),
  wiringKind: z.enum(wiringKinds).nullable(),
  /** What its conductors are made of; copper where nothing is said. */
  material: z.enum(conductorMaterials).nullable(),
  voltageBand: z.enum(voltageBands).nullable(),
  /** Design current Ib, in ampere. */
  designAmps: z.number().positive().max(1000).nullable(),
  /** Around the cable: the warmest it gets, how many circuits run together, how much of it lies in insulation. */
  ambientCelsius: z.number().min(-10).max(80).nullable(),
  groupedCircuits: z.number().int().min(1).max(20).nullable(),
  insulatedMetres: z.number().min(0).max(100).nullable(),
  referenceMethod: z.enum(referenceMethods).nullable(),
  deviceStandard: line.nullable(),
  deviceType: line.nullable(),
  deviceAmps: z.number().positive().max(1000).nullable(),
  breakingMark: line.nullable(),
  residualStandard: line.nullable(),
  residualType: z.enum(residualTypes).nullable(),
  residualMilliamps: z.number().positive().max(3000).nullable(),
  residualDelayed: z.boolean().nullable(),
  /** True where somebody looked and there is none; a blank is nobody's word. */
  residualAbsent: z.boolean().nullable(),
  /** The board's RCD it stands behind with others; null where its own device does it, or none. */
  residualGroup: line.nullable(),
  /** What its load counts as towards maximum demand, and whether a cooker's unit has a socket. */
  demandAs: z.enum(demandPurposes).nullable(),
  cookerSocket: z.boolean().nullable(),
  /** Whether its neutral was proved its own, or found shared with another circuit. */
  neutral: z.enum(neutrals).nullable(),
  neutralSharedWith: z.uuid().toLowerCase().nullable(),
  /** The neutral bar its neutral is on, by the name of the RCD it belongs to; null where the board has one bar. */
  neutralBar: line.nullable(),
  /** Whether its device detects arc faults (AFDD). */
  arcFault: z.boolean().nullable(),
  /** How its conductors were marked at the board: tape, nicks, numbers; of a ring each leg. */
  marksLegA: line.nullable(),
  marksLegB: line.nullable(),
});
export type WayFields = z.infer<typeof wayFields>;
export type Way = Partial<WayFields> & { readonly id: string; readonly boardId: string; readonly number: number };

/** A leg of a ring as it is spoken of, with the mark it was given: what a link is made by. */
export function legOf({ marksLegA, marksLegB }: Pick<Way, 'marksLegA' | 'marksLegB'>, leg: 'A' | 'B'): string {
  const mark = leg === 'A' ? marksLegA : marksLegB;
  return mark ? `leg ${leg} (${mark})` : `leg ${leg}`;
}

export const isSpare = (way: Way): boolean => way.arrangement === 'spare';

/** How a way's conductors warm; as flat twin-and-earth where nothing is said of its wiring. */
export function hotWiringOf(way: Pick<Way, 'wiringKind'> | null): HotWiring {
  if (way?.wiringKind === 'singles') return 'CPC run separately';
  return way?.wiringKind === 'thermosetting'
    ? 'thermosetting 90 °C, CPC in the cable'
    : 'thermoplastic 70 °C, CPC in the cable';
}

/** What a way's conductors are made of; copper where nothing is said. */
export const metalOfWay = (way: Pick<Way, 'material'> | null | undefined): ConductorMaterial =>
  way?.material ?? 'copper';

export const isExtraLow = (way: Pick<Way, 'voltageBand'> | null): boolean =>
  way?.voltageBand === 'SELV' || way?.voltageBand === 'PELV';

/** What is wrong with the bar a way's neutral is on, beside the RCD it stands behind; null where nothing is. */
export function strayNeutral({ residualGroup, neutralBar }: Pick<Way, 'residualGroup' | 'neutralBar'>): string | null {
  const [group, bar] = [residualGroup?.trim() ?? '', neutralBar?.trim() ?? ''];
  if (bar === '' || bar.toLowerCase() === group.toLowerCase()) return null;
  return group === ''
    ? `Its neutral is on the bar of ${bar}, and its line is behind no such RCD: ${bar} trips with it.`
    : `Its line is behind ${group}, its neutral on the bar of ${bar}: both trip as soon as it draws current.`;
}
