import { type Measure, type Slot, type Subject, slotAt } from '../installation/slot';
import type { Way } from '../installation/way';
import { governing } from './governing';
import { pointsOf } from './job';
import type { JobView } from './view';

/** One reading the plan of tests asks for. */
export type Task = {
  readonly slot: Slot;
  readonly wayId: string | null;
  readonly room: string | null;
  readonly done: boolean;
};

export const onWay = (way: Way): Subject => ({ of: 'way', id: way.id });

export const taskOf = (
  view: JobView,
  on: Subject,
  measured: Measure,
  way: Way | null,
  room: string | null = null,
): Task => ({
  slot: slotAt(on, measured),
  wayId: way?.id ?? null,
  room,
  done: governing(view, on, measured) !== null,
});

/** A test at every point of a way; at the way itself where its points are not known. Once the way's own figure stands, nothing is left. */
export function atPoints(view: JobView, way: Way, atPoint: Measure, ofWay: Measure | null): Task[] {
  const points = pointsOf(view.job, way.id);
  const landed = ofWay !== null && governing(view, onWay(way), ofWay)?.body.slot.on.of === 'way';
  if (points.length === 0) return ofWay ? [taskOf(view, onWay(way), ofWay, way)] : [];
  return points.map((point) => {
    const task = taskOf(view, { of: 'point', id: point.id }, atPoint, way, point.room ?? point.name);
    return { ...task, done: task.done || landed };
  });
}
