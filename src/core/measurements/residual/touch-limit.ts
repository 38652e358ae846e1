import type { EditionPack } from '../../edition/pack';
import { type Exact, divide, exact, multiply } from '../../quantity/exact';

/** The most a loop or an electrode may have for an RCD to disconnect at 50 V, in ohm: 50 V ÷ IΔn, unrounded (411.5.3). */
export const touchLimit = (pack: EditionPack, residualMilliamps: number): Exact =>
  divide(multiply(exact(pack.touchVolts.value), exact(1000)), exact(residualMilliamps));
