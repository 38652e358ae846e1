import type { Board } from '../installation/board';
import { type Way, isSpare } from '../installation/way';
import { waysOf } from '../job/job';
import type { JobView } from '../job/view';

/** Whether a way is among those a document is about: all of them, unless its works name some. */
export const isCovered = ({ document }: JobView, way: Way): boolean => document.works.wayIds?.includes(way.id) ?? true;

/** The circuits a document is about. */
export const coveredWays = (view: JobView): Way[] =>
  [...view.job.ways.values()].filter((way) => !isSpare(way) && isCovered(view, way));

/** The boards a document is about: those that hold one of its circuits, or every one where it names none. */
export const touchedBoards = (view: JobView): Board[] =>
  [...view.job.boards.values()].filter(
    (board) => !view.document.works.wayIds || waysOf(view.job, board.id).some((way) => isCovered(view, way)),
  );
