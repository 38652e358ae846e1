import type { TesterReads } from '../physics/tester';
import { meter as continuity } from './continuity/meter';
import type { families } from './families';
import { meter as insulation } from './insulation/meter';
import { meter as loop } from './loop/meter';
import { meter as origin } from './origin/meter';
import { meter as residual } from './residual/meter';
import { meter as ring } from './ring/meter';

/** How a tester reads each family on the network; null for one that is looked at or tried by hand. Apart from the definitions: no page needs it. */
export const meters: Readonly<Record<(typeof families)[number]['family'], TesterReads | null>> = {
  continuity,
  ring,
  insulation,
  polarity: null,
  origin,
  loop,
  residual,
  functional: null,
};
