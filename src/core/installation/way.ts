import { z } from 'zod';
import type { EditionPack } from '../edition/pack';
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

/** The longest time a fault may last on this circuit, in seconds, by what it feeds, its rating and the earthing (411.3.2). */
export function disconnectionSeconds(pack: EditionPack, way: Way, earthing: EarthingSystem): number {
  const { shortUpToAmps, seconds } = pack.design.disconnection;
  const most = way.load === 'sockets' || way.arrangement === 'ring' ? shortUpToAmps.sockets : shortUpToAmps.fixed;
  const isShort = way.load !== 'distribution' && (way.deviceAmps ?? 0) <= most;
  return seconds[earthing === 'TT' ? 'TT' : 'TN'][isShort ? 'short' : 'long'];
}

/** How a way's conductors warm, from what its wiring is described as; flat twin-and-earth where nothing is said. */
export function hotWiringOf(way: Way | null): HotWiring {
  const words = way?.wiring ?? '';
  if (/separate|singles|conduit|trunking/i.test(words)) return 'CPC run separately';
  return /thermosetting|xlpe|90/i.test(words) ? 'thermosetting 90 °C, CPC in the cable' : 'thermoplastic 70 °C, CPC in the cable';
}
