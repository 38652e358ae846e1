import { type Exact, compare, exact } from '../quantity/exact';
import { readBreakingMark } from './breaking-mark';
import type { EditionPack } from './pack';

export type BreakingCapacity =
  | { readonly found: true; readonly rated: Exact; readonly service: Exact | null; readonly source: string }
  | { readonly found: false; readonly why: string };

/**
 * What a device may be relied on to break, in kiloamperes. The mark on the device wins; without one the answer is the one
 * row its standard and type allow, or a reason. A mark that says nothing is a reason too.
 */
export function breakingCapacity(pack: EditionPack, standard: string, type: string, mark: string): BreakingCapacity {
  // A device that detects arc faults breaks as the breaker with residual current protection it is built on.
  const own = standard === 'BS EN 62606' ? 'BS EN 61009' : standard;
  const rows = pack.breakingCapacities.filter((row) => row.standard === own);
  if (rows.length === 0 && mark.trim() === '')
    return { found: false, why: `no breaking capacity is held for ${standard}` };
  if (mark.trim() !== '') {
    const read = readBreakingMark(mark);
    if (!read.read) return { found: false, why: read.problem };
    const { kiloamps, letters } = read;
    const row =
      rows.find((each) => each.mark.toUpperCase() === letters) ??
      (kiloamps && rows.find((each) => compare(exact(each.ratedKiloamps), kiloamps) === 0));
    const rated = kiloamps ?? (row ? exact(row.ratedKiloamps) : null);
    if (!rated) return { found: false, why: `${standard} has no breaking capacity marked ${mark.trim()}` };
    return {
      found: true,
      rated,
      service: row?.serviceKiloamps ? exact(row.serviceKiloamps) : null,
      source: `marked ${mark.trim()}, ${standard}`,
    };
  }
  const row = rows.find((each) => each.mark === type) ?? (rows.length === 1 ? rows[0] : undefined);
  if (!row) return { found: false, why: `read the kA mark on the device: ${standard} comes in several` };
  return {
    found: true,
    rated: exact(row.ratedKiloamps),
    service: row.serviceKiloamps ? exact(row.serviceKiloamps) : null,
    source: `${standard} ${row.mark}`.trim(),
  };
}
