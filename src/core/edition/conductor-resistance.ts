import { type Exact, divide, exact } from '../quantity/exact';
import type { EditionPack } from './pack';

/** What a conductor is made of. */
export type ConductorMetal = 'copper' | 'aluminium' | 'copper-clad aluminium';

/**
 * Resistance at 20 °C in milliohm per metre; an old stranded size by its own area. Null when the edition holds no such
 * conductor: never a neighbouring size.
 */
export function conductorResistance(pack: EditionPack, metal: ConductorMetal, csaMm2: number): Exact | null {
  // Clad aluminium conducts as its core.
  const material = metal === 'copper' ? 'copper' : 'aluminium';
  const row = pack.conductors.find((c) => c.material === material && c.csaMm2 === csaMm2);
  if (row) return exact(row.milliohmsPerMetre);
  const imperial = material === 'copper' && pack.imperialConductors.some((c) => c.csaMm2 === csaMm2);
  return imperial ? divide(exact(pack.imperialResistivity.value), exact(csaMm2)) : null;
}
