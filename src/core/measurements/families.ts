import { continuity } from './continuity/definition';
import { functional } from './functional/definition';
import { insulation } from './insulation/definition';
import { loop } from './loop/definition';
import { origin } from './origin/definition';
import { polarity } from './polarity/definition';
import { residual } from './residual/definition';
import { ring } from './ring/definition';

/** The families of tests there are, in the order of their pages: a folder beside this file and one line here. */
export const families = [continuity, ring, insulation, polarity, origin, loop, residual, functional] as const;
