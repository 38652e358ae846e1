import type { Point } from '../../installation/point';
import type { Way } from '../../installation/way';
import { governing, valueAt } from '../../job/governing';
import { pointsOf } from '../../job/job';
import type { JobView } from '../../job/view';
import { figureOf } from '../../quantity/reading-value';
import { compare } from '../../quantity/exact';
import { zs } from './slots';

/** Points of a circuit nobody has put a probe to yet, nor said why not, in walking order. */
export const pointsToTouch = (view: JobView, way: Way): readonly Point[] =>
  pointsOf(view.job, way.id).filter((point) => !governing(view, { of: 'point', id: point.id }, zs));

/** "Still to test: 3 sockets, Kitchen 1, Kitchen 2, Hall"; null where every point was. */
export function stillToTouch(view: JobView, way: Way): string | null {
  const left = pointsToTouch(view, way);
  // A figure given for the whole circuit stands for its points.
  const whole = governing(view, { of: 'way', id: way.id }, zs)?.body.slot.on.of === 'way';
  if (left.length === 0 || whole) return null;
  const kinds = new Set(left.map(({ kind }) => kind));
  const [only] = kinds;
  const word = kinds.size === 1 && only && plain.has(only) ? only : 'point';
  const rooms = [...new Set(left.map(({ name }) => name))];
  const shown = rooms.length > 5 ? `${rooms.slice(0, 4).join(', ')} and ${rooms.length - 4} more` : rooms.join(', ');
  return `Still to test: ${left.length} ${word}${left.length === 1 ? '' : 's'}, ${shown}`;
}
const plain: ReadonlySet<string> = new Set(['socket', 'light', 'switch']);

/** The point of a circuit with the highest Zs in figures; null while none was read. */
export function worstPoint(view: JobView, way: Way): Point | null {
  let worst: { point: Point; figure: NonNullable<ReturnType<typeof figureOf>> } | null = null;
  for (const point of pointsOf(view.job, way.id)) {
    const value = valueAt(view, { of: 'point', id: point.id }, zs);
    const figure = value && figureOf(value);
    if (figure && (!worst || compare(figure, worst.figure) > 0)) worst = { point, figure };
  }
  return worst?.point ?? null;
}
