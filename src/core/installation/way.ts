import { z } from 'zod';
import { type HotWiring, referenceMethods } from '../edition/rows';
import type { EarthingSystem } from './supply';
import { line } from './text';

export const wayArrangements = ['radial', 'ring', 'spare'] as const;
export type WayArrangement = (typeof wayArrangements)[number];

export const wayLoads = ['sockets', 'fixed', 'lighting', 'distribution'] as const;

export const residualTypes = ['AC', 'A', 'F', 'B'] as const;

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
  wiring: line.nullable(),
  referenceMethod: z.enum(referenceMethods).nullable(),
  deviceStandard: line.nullable(),
  deviceType: line.nullable(),
  deviceAmps: z.number().positive().max(1000).nullable(),
  breakingMark: line.nullable(),
  residualStandard: line.nullable(),
  residualType: z.enum(residualTypes).nullable(),
  residualMilliamps: z.number().positive().max(3000).nullable(),
  residualDelayed: z.boolean().nullable(),
  /** The board's RCD it stands behind with others; null where its own device does it, or none. */
  residualGroup: line.nullable(),
});
export type WayFields = z.infer<typeof wayFields>;
export type Way = Partial<WayFields> & { readonly id: string; readonly boardId: string; readonly number: number };

export const isSpare = (way: Way): boolean => way.arrangement === 'spare';

/**
 * The longest time a fault may last on this circuit, in seconds (411.3.2.2 to 411.3.2.4). Final circuits up to 63 A
 * with socket-outlets and up to 32 A for fixed equipment take the short time; the rest the long one.
 */
export function disconnectionSeconds(way: Way, earthing: EarthingSystem): number {
  const amps = way.deviceAmps ?? 0;
  const short = way.load !== 'distribution' && amps <= (way.load === 'sockets' || way.arrangement === 'ring' ? 63 : 32);
  if (earthing === 'TT') return short ? 0.2 : 1;
  return short ? 0.4 : 5;
}

/** How a way's conductors warm, from what its wiring is described as; flat twin-and-earth where nothing is said. */
export function hotWiringOf(way: Way | null): HotWiring {
  const words = way?.wiring ?? '';
  if (/separate|singles|conduit|trunking/i.test(words)) return 'CPC run separately';
  return /thermosetting|xlpe|90/i.test(words) ? 'thermosetting 90 °C, CPC in the cable' : 'thermoplastic 70 °C, CPC in the cable';
}
