import { movedDevice } from '../installation/devices';
import { type Subject, slotAt } from '../installation/slot';
import { bondFieldOf, bondedServices, protectiveConductors } from '../installation/supply';
import { governing } from '../job/governing';
import { type EarlierVisit, mostVisits } from '../job/kinds/earlier';
import type { JobView } from '../job/view';

/** Where what is brought forward comes from. */
type Source = Pick<EarlierVisit, 'jobId' | 'on' | 'number'>;

const seenAnew: ReadonlySet<string> = new Set(bondedServices.map((service) => bondFieldOf[service]));

/** An entry to be recorded. */
const entry = <const Kind extends string, Body>(kind: Kind, body: Body) => ({ kind, body });

/**
 * What a job at a known installation begins with: its supply, boards, ways and points under ids of their own, and what was
 * measured as earlier visits. No reading of then becomes one of today, and nothing that has to be seen or proved anew: bonds,
 * and whose a neutral is.
 */
export function bringForward(view: JobView, source: Source, newId: () => string) {
  const { job } = view;
  const ids = new Map<string, string>();
  const idOf = (former: string): string => {
    const known = ids.get(former) ?? newId();
    ids.set(former, known);
    return known;
  };
  const boards = [...job.boards.values()].flatMap(({ id, ...fields }) => [
    entry('board.added', { boardId: idOf(id) }),
    entry('board.described', { boardId: idOf(id), fields }),
  ]);
  const ways = [...job.ways.values()].flatMap(
    ({ id, boardId, number, neutral: _proved, neutralSharedWith: _other, ...fields }) => [
      entry('way.added', { wayId: idOf(id), boardId: idOf(boardId), number }),
      entry('way.described', { wayId: idOf(id), fields }),
    ],
  );
  const devices = [...job.devices.values()].flatMap(({ device, fields }) => {
    const moved = movedDevice(device, (id) => ids.get(id) ?? null);
    return moved ? [entry('device.described', { device: moved, fields })] : [];
  });
  const points = [...job.points.values()].map(({ id, wayId, ...fields }) =>
    entry('point.added', { pointId: idOf(id), wayId: idOf(wayId), fields }),
  );
  const visits = [
    { ...source, reference: job.opened?.body.reference ?? '', results: resultsOf(view, idOf) },
    ...job.earlier.map((visit) => ({
      ...visit,
      results: visit.results.flatMap(({ slot, value }) => {
        const on = movedTo(slot.on, (id) => ids.get(id) ?? null);
        return on ? [{ slot: slotAt(on, slot), value }] : [];
      }),
    })),
  ].slice(0, mostVisits);
  const forNext = job.notes
    .filter(({ sort }) => sort === 'for next')
    .map(({ what, where }) => entry('note.made', { noteId: newId(), sort: 'for next' as const, what, where }));
  return [
    entry('supply.described', Object.fromEntries(Object.entries(job.supply).filter(([field]) => !seenAnew.has(field)))),
    ...boards,
    ...ways,
    ...devices,
    ...points,
    entry('earlier.brought', { visits }),
    ...forNext,
  ];
}

/** A subject under its new id; null for one that was not brought along. */
function movedTo(on: Subject, idOf: (former: string) => string | null): Subject | null {
  if (on.of === 'supply' || on.of === 'conductor') return on;
  const id = idOf(on.id);
  return id ? { of: on.of, id } : null;
}

/** What governed on the supply, its conductors, boards and circuits. */
function resultsOf(view: JobView, idOf: (former: string) => string): EarlierVisit['results'] {
  const { job, tests } = view;
  const subjects: readonly Subject[] = [
    { of: 'supply' },
    ...protectiveConductors.map((to): Subject => ({ of: 'conductor', to })),
    ...[...job.boards.keys()].map((id): Subject => ({ of: 'board', id })),
    ...[...job.ways.keys()].map((id): Subject => ({ of: 'way', id })),
  ];
  return subjects.flatMap((on) =>
    tests.slots
      .filter((definition) => definition.on === on.of)
      .flatMap(({ measure }) => {
        const value = governing(view, on, measure)?.body.value;
        const to = movedTo(on, idOf);
        return value && value.is !== 'not-taken' && to ? [{ slot: slotAt(to, measure), value }] : [];
      }),
  );
}
