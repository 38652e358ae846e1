import type { EditionPack } from '../../edition/pack';
import { type Exact, add, compare, divide, exact, multiply, subtract, toFixed } from '../../quantity/exact';

/** Resistance of an electrode with the potential spike nearer, midway and farther, in ohm. */
export type FallOfPotential = { readonly near: Exact; readonly middle: Exact; readonly far: Exact };

export type Plateau = {
  readonly level: boolean;
  /** The mean of the three, in ohm, as RA where the three agree. */
  readonly ohms: Exact;
  /** The largest departure from the mean, as a share of it. */
  readonly departs: Exact;
  readonly says: string;
};

const apart = (one: Exact, other: Exact): Exact =>
  compare(one, other) >= 0 ? subtract(one, other) : subtract(other, one);

/**
 * Judges three readings of an electrode by fall of potential: level within the pack's share of their mean they lie on the plateau and
 * the mean is RA; otherwise the two zones overlap, and the current spike goes farther out.
 */
export function judgePlateau({ near, middle, far }: FallOfPotential, { tolerances }: EditionPack): Plateau {
  const most = exact(tolerances.electrodePlateauShare.value);
  const ohms = divide(add(add(near, middle), far), exact(3));
  const worst = [near, middle, far].map((each) => apart(each, ohms)).reduce((a, b) => (compare(a, b) >= 0 ? a : b));
  const departs = compare(ohms, exact(0)) === 0 ? exact(0) : divide(worst, ohms);
  const level = compare(departs, most) <= 0;
  const percent = toFixed(multiply(departs, exact(100)), 1, 'half-up');
  return {
    level,
    ohms,
    departs,
    says: level
      ? `Level within ${percent} % of ${toFixed(ohms, 2, 'half-up')} Ω: the plateau is reached.`
      : `${percent} % from their mean, more than ${toFixed(multiply(most, exact(100)), 0, 'half-up')} %: the spikes stand too near. Take the current spike farther out and read all three again.`,
  };
}
