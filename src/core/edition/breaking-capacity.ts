import { type Exact, exact } from '../quantity/exact';
import type { EditionPack } from './pack';

export type BreakingCapacity =
  | { readonly found: true; readonly rated: Exact; readonly service: Exact | null; readonly source: string }
  | { readonly found: false; readonly why: string };

/**
 * What a device may be relied on to break, in kiloamperes. The mark on the device wins (`mark`, its kA figure or its
 * letter mark such as S2A); without a mark the answer is the one row its standard and type allow, or a reason.
 */
export function breakingCapacity(pack: EditionPack, standard: string, type: string, mark: string): BreakingCapacity {
  const rows = pack.breakingCapacities.filter((row) => row.standard === standard);
  if (rows.length === 0) return { found: false, why: `no breaking capacity is held for ${standard}` };
  const wanted = mark
    .trim()
    .toUpperCase()
    .replace(/\s*KA$/, '');
  const marked = wanted === '' ? undefined : rows.find((row) => row.mark.toUpperCase() === wanted);
  const row = marked ?? rows.find((r) => r.mark === type) ?? (rows.length === 1 ? rows[0] : undefined);
  if (wanted !== '' && !marked && /^\d+(\.\d+)?$/.test(wanted)) {
    return { found: true, rated: exact(wanted), service: null, source: 'as marked on the device' };
  }
  if (!row) return { found: false, why: `read the kA mark on the device: ${standard} comes in several` };
  return {
    found: true,
    rated: exact(row.ratedKiloamps),
    service: row.serviceKiloamps ? exact(row.serviceKiloamps) : null,
    source: marked ? `marked ${row.mark}, ${standard}` : `${standard} ${row.mark}`.trim(),
  };
}
