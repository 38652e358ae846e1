import { type Exact, exact } from '../quantity/exact';
import type { EditionPack } from './pack';

/** Resistance at 20 °C in milliohm per metre; null when the edition holds no such conductor: never a neighbouring size. */
export function conductorResistance(pack: EditionPack, material: 'copper' | 'aluminium', csaMm2: number): Exact | null {
  const row = pack.conductors.find((c) => c.material === material && c.csaMm2 === csaMm2);
  return row ? exact(row.milliohmsPerMetre) : null;
}
