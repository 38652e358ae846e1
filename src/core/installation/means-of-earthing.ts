import type { EarthingSystem } from './supply';

/** Where an earthing conductor may be seen to go from the main earthing terminal. */
export const earthPlaces = ['sheath', 'cut-out', 'rod', 'pipe'] as const;
export type EarthPlace = (typeof earthPlaces)[number];
export const earthPlaceWords: Record<EarthPlace, string> = {
  sheath: 'To a clamp or solder on the sheath or armour of the service cable',
  'cut-out': 'To a terminal at the cut-out',
  rod: 'To a rod, tape or plate in the ground',
  pipe: 'To a gas or water pipe',
};

/** Whether neutral and earth were seen joined at the cut-out: a link, one block, or the distributor’s PME notice. */
export const neutralJoins = ['joined', 'apart', 'not seen'] as const;
export type NeutralJoin = (typeof neutralJoins)[number];

export type MeansOfEarthing = {
  /** The system it is taken for; null where what is there is no means of earthing. */
  readonly system: EarthingSystem | null;
  readonly because: string;
  /** What is to be asked or noted besides. */
  readonly also: readonly string[];
  /** A typical finding this is, by its id. */
  readonly finding: string | null;
};

/**
 * What system of earthing it is, from where its conductor goes and whether neutral and earth are joined at the cut-out.
 * Null while nothing was said. Where it cannot be seen the larger sizes of PME are the safe side (542.1, 544.1.1).
 */
export function recogniseEarthing(
  goesTo: readonly EarthPlace[],
  join: NeutralJoin | null,
  nowhere = false,
): MeansOfEarthing | null {
  const has = (place: EarthPlace) => goesTo.includes(place);
  if (nowhere)
    return {
      system: null,
      because: 'Nothing earths the installation.',
      also: ['Isolate what can be; RCDs need a means of earthing to be relied on. Ask the distributor for an earth.'],
      finding: 'no-means-of-earthing',
    };
  if (goesTo.length === 0) return null;
  const pipe = has('pipe')
    ? ['The pipe is bonded, and is no means of earthing: it may be renewed in plastic any day (542.2.6).']
    : [];
  const theirs = has('sheath') || has('cut-out');
  if (!theirs)
    return has('rod')
      ? {
          system: 'TT',
          because: 'The electrode in the ground is its only means.',
          also: ['Every circuit behind an RCD; RA × IΔn at most 50 V, and stable below 200 Ω.', ...pipe],
          finding: null,
        }
      : {
          system: null,
          because: 'A gas or water pipe is no means of earthing.',
          also: pipe,
          finding: 'pipe-used-as-earth',
        };
  const twice = has('rod')
    ? ['A rod as well: find out which was meant. With PME it may stay as an addition; it is no substitute.']
    : [];
  const finding = has('rod') ? 'two-earths-at-once' : null;
  if (has('cut-out') && join !== 'apart')
    return {
      system: 'TN-C-S',
      because:
        join === 'joined'
          ? 'Neutral and earth are joined at the cut-out.'
          : 'Whether neutral and earth are joined was not seen: PME is the safe side for the sizes of bonding.',
      also: [...(join === 'joined' ? [] : ['Ask the distributor which it is.']), ...twice, ...pipe],
      finding,
    };
  return {
    system: 'TN-S',
    because: has('sheath')
      ? 'The sheath or armour of the service cable carries the earth.'
      : 'The distributor gives an earth apart from the neutral.',
    also: [
      'Old networks were made PME in places: where Ze is below about 0.35 Ω, size bonding for PME and ask.',
      ...twice,
      ...pipe,
    ],
    finding,
  };
}
