import * as z from 'zod';
import { installedKey, residualOf } from '../../installation/devices';
import { wayFields } from '../../installation/way';
import { type InMaking, unchanged } from '../../ledger/kind';
import type { Job } from '../job';
import { jobKind } from '../kind';
import { someReading } from '../standing';
import { whyNoBoard } from './board';

const wayId = z.uuid().toLowerCase();
const number = z.number().int().min(1).max(99);

export const whyNoWay = (job: Job, id: string): string | null =>
  job.ways.has(id) ? null : 'There is no such way in this job.';

export const wayAdded = jobKind({
  body: z.object({ wayId, boardId: z.uuid().toLowerCase(), number }),
  touches: ['ways'],
  apply(job, { body }) {
    job.ways.set(body.wayId, { id: body.wayId, boardId: body.boardId, number: body.number });
  },
  admit(job, body) {
    if (job.ways.has(body.wayId)) return 'That way is there already.';
    const taken = [...job.ways.values()].some((way) => way.boardId === body.boardId && way.number === body.number);
    return taken ? `Way ${body.number} is already used on this board.` : whyNoBoard(job, body.boardId);
  },
  strike(job, { body }) {
    const used =
      someReading(job, ({ slot: { on } }) => on.of === 'way' && on.id === body.wayId) ||
      [...job.points.values()].some((point) => point.wayId === body.wayId) ||
      job.observations.some((observation) => observation.wayId === body.wayId);
    return used ? 'This circuit has readings, observations or points. Remove those first.' : null;
  },
});

/** An RCD taken away used to be printed as none: that is what it said. */
function sayAbsent(body: unknown): unknown {
  const { fields, ...rest } = (body ?? {}) as { fields?: Record<string, unknown> };
  const said = { ...fields };
  if ('residualMilliamps' in said) said.residualAbsent = said.residualMilliamps === null;
  return { ...rest, fields: said };
}

/** What the first floor read out of free text is a field since. */
function readWords(body: unknown): unknown {
  const { fields, ...rest } = (body ?? {}) as { fields?: Record<string, unknown> };
  const said = { ...fields };
  if ('wiring' in said) {
    const words = typeof said.wiring === 'string' ? said.wiring : '';
    said.wiringKind = /separate|singles|conduit|trunking/i.test(words)
      ? 'singles'
      : /thermosetting|xlpe|90/i.test(words)
        ? 'thermosetting'
        : null;
  }
  if (typeof said.description === 'string' && /selv|pelv|extra-low/i.test(said.description))
    said.voltageBand = /pelv/i.test(said.description) ? 'PELV' : 'SELV';
  return { ...rest, fields: said };
}

export const wayDescribed = jobKind({
  body: z.object({ wayId, fields: wayFields.partial() }),
  versions: [
    unchanged('may name the RCD it shares'),
    { name: 'wiring and voltage band are fields', upcast: readWords },
    { name: 'a blank RCD is not none', upcast: sayAbsent },
    unchanged('may say what it draws and whose its neutral is'),
    unchanged('may say its neutral bar and whether it detects arcs'),
    unchanged('may say how its conductors are marked'),
    unchanged('may say that its cable has no CPC, and of what metal it is'),
  ],
  touches: ['ways'],
  apply(job, { body }) {
    const way = job.ways.get(body.wayId);
    if (!way) return;
    const { residualGroup: group } = body.fields;
    const rcd = group && job.devices.get(installedKey({ of: 'residual', boardId: way.boardId, group }));
    job.ways.set(way.id, { ...way, ...(rcd ? residualOf(rcd.fields) : {}), ...body.fields });
  },
  admit: (job, { wayId: id, fields: { neutralSharedWith: other } }) =>
    whyNoWay(job, id) ??
    (other === id ? 'A neutral is shared with another circuit.' : other ? whyNoWay(job, other) : null),
});

/** To another place on its board: those between move up or down by one. An empty place is simply taken. */
export const wayMoved = jobKind({
  body: z.object({ wayId, to: number }),
  touches: ['ways'],
  apply(job, { body: { wayId: id, to } }) {
    const way = job.ways.get(id);
    if (!way) return;
    const row = [...job.ways.values()]
      .filter((each) => each.boardId === way.boardId)
      .sort((a, b) => a.number - b.number);
    const numbers = row.map((each) => each.number);
    const place = numbers.indexOf(to);
    if (place < 0) return void job.ways.set(id, { ...way, number: to });
    const order = row.filter((each) => each.id !== id);
    order.splice(place, 0, way);
    order.forEach((each, index) => job.ways.set(each.id, { ...each, number: numbers[index] ?? each.number }));
  },
  admit: (job, body) => whyNoWay(job, body.wayId),
});

/** Ways stand in the order of their boards and numbers. */
export function orderWays(job: InMaking<Job>): void {
  const boards = [...job.boards.keys()];
  const place = (boardId: string) => boards.indexOf(boardId);
  const ways = [...job.ways.values()];
  const ordered = ways.every((way, index) => {
    const before = ways[index - 1];
    return (
      !before ||
      place(before.boardId) < place(way.boardId) ||
      (before.boardId === way.boardId && before.number <= way.number)
    );
  });
  if (ordered) return;
  ways.sort((a, b) => place(a.boardId) - place(b.boardId) || a.number - b.number);
  job.ways = new Map(ways.map((way) => [way.id, way]));
}
