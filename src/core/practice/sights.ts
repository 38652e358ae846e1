import type { DwellingType, PracticeFault } from './dwelling-type';
import type { Hidden, Place } from './house';

/** Something that tells, for whoever looks, takes a cover off, tries or asks at the right place. */
export type Sight = {
  readonly id: string;
  readonly place: string;
  readonly by: 'look' | 'cover off' | 'try' | 'ask';
  /** What is done. */
  readonly how: string;
  /** What it shows. */
  readonly sign: string;
  /** The fault it tells of; null for what only looks wrong. */
  readonly fault: string | null;
};

const covered =
  /cover off|cap off|drawn|hatch|box|behind|inside|panel off|terminal|cores|rose|neutral bars|gland|tails and/;

/** What can be found without a tester, where it is found. What a tester reads is found with it. */
export function sightsOf(type: DwellingType, hidden: readonly Hidden[], places: readonly Place[]): Sight[] {
  const signs = hidden.flatMap((each) =>
    each.fault.foundBy.flatMap(({ by, how, sign }, index): Sight[] =>
      by === 'test' && (each.isRead || how === 'none')
        ? []
        : [
            {
              id: `${each.fault.id} ${index}`,
              place: by === 'ask' ? 'intake' : seenFrom(each, how, places),
              by: by === 'ask' ? 'ask' : by === 'test' ? 'try' : covered.test(`${how} ${sign}`) ? 'cover off' : 'look',
              how,
              sign,
              fault: each.fault.id,
            },
          ],
    ),
  );
  const boards = places.filter(({ kind }) => kind === 'board').map(({ id }) => id);
  const sound = type.sound.map(({ what }, index): Sight => ({
    id: `sound ${index}`,
    place: boards[index % boards.length] ?? 'intake',
    by: 'look',
    how: 'at the whole',
    sign: what,
    fault: null,
  }));
  return [...signs, ...sound];
}

/** Where a sign is seen: at the board where its words say so, else where the fault lies. */
function seenFrom({ places: named, fault }: Hidden, how: string, places: readonly Place[]): string {
  const board =
    /^(board|boards|night board|barn board|backup board|symbol|mark on the device|mark on the carrier)/.test(how);
  const ownBoard = named.find((id) => id.startsWith('board:'));
  if (board) return ownBoard ?? boardOf(fault, places);
  const kind = /switch/.test(how) ? 'switch' : /rose|lamp|light/.test(how) ? 'light' : null;
  const ofKind = places.find((place) => place.circuit === fault.where.circuit && place.kind === kind);
  const isSomewhere = named.some((id) => id.startsWith('point:'));
  if (!isSomewhere && kind && ofKind) return ofKind.id;
  return named[0] ?? boardOf(fault, places);
}

const boardOf = ({ where }: PracticeFault, places: readonly Place[]): string =>
  (where.board ? `board:${where.board}` : places.find(({ kind }) => kind === 'board')?.id) ?? 'intake';
