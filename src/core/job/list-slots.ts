import { type Slot, slotAt } from '../installation/slot';
import { isSpare } from '../installation/way';
import type { Readings } from './view';

/** Every slot of a job that a cell is there for: the origin's, each board's, each circuit's that applies to it. */
export function listSlots({ job, tests }: Readings): Slot[] {
  const at = (on: Slot['on'], of: Slot['on']['of']) =>
    tests.slots.filter((each) => each.on === of).map((each) => slotAt(on, each.measure));
  const ways = [...job.ways.values()].filter((way) => !isSpare(way));
  return [
    ...at({ of: 'supply' }, 'supply'),
    ...[...job.boards.keys()].flatMap((id) => at({ of: 'board', id }, 'board')),
    ...ways.flatMap((way) =>
      tests.columns
        .filter((column) => column.applies?.(way) ?? true)
        .map((column) => slotAt({ of: 'way', id: way.id }, column.measure)),
    ),
  ];
}
