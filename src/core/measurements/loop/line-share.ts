import { conductorResistance } from '../../edition/conductor-resistance';
import type { EditionPack } from '../../edition/pack';
import { type Way, metalOfWay } from '../../installation/way';
import { type Exact, add, divide } from '../../quantity/exact';

/** R1 as a share of R1+R2, by the sizes of a circuit's line and CPC; null where one is not known. */
export function lineShareOf(
  pack: EditionPack,
  way: Pick<Way, 'liveCsaMm2' | 'cpcCsaMm2' | 'material'> | null,
): Exact | null {
  const [line, cpc] = [way?.liveCsaMm2, way?.cpcCsaMm2].map((csa) =>
    csa ? conductorResistance(pack, metalOfWay(way), csa) : null,
  );
  return line && cpc ? divide(line, add(line, cpc)) : null;
}
