import { conductorResistance } from '../edition/conductor-resistance';
import { toNumber } from '../quantity/exact';
import type { PracticeFault } from './dwelling-type';
import type { Draft, DraftCircuit } from './draft';
import type { Hidden, Place } from './house';
import { practicePack } from './practice-pack';

const counts = ['no', 'one', 'two', 'three', 'four', 'five'];
/** A length of a ring's line, in ohm. */
function ringOhms(metres: number): number {
  const milliohms = conductorResistance(practicePack, 'copper', 2.5);
  if (!milliohms) throw new RangeError('The edition holds no such conductor');
  return (metres * toNumber(milliohms)) / 1000;
}

/** What a fault does to the house, and where it may be named. */
type Laid = {
  readonly points?: readonly string[];
  readonly circuits?: readonly string[];
  readonly isRead: boolean;
};
const onlySeen: Laid = { isRead: false };

/** Hides a fault in a house in the making; answers where it lies. Throws where the house has no such place. */
export function hide(fault: PracticeFault, draft: Draft, places: readonly Place[]): Hidden {
  const circuit = fault.where.circuit ? draft.circuit(fault.where.circuit) : null;
  const laid = fault.physics ? lay(fault, fault.physics, draft, circuit, places) : onlySeen;
  const points = laid.points ?? (circuit ? seenAt(fault, circuit) : []);
  return {
    fault,
    places: [
      ...new Set([...points.map((id) => `point:${id}`), ...otherPlaces(fault, circuit, places, points.length > 0)]),
    ],
    circuits: [...new Set([...(laid.circuits ?? []), ...(circuit ? [circuit.id] : [])])],
    isRead: laid.isRead,
  };
}

/** Points of a circuit a fault may be at, by the words of its place. */
function candidates({ where }: PracticeFault, circuit: DraftCircuit): string[] {
  const at = where.at.toLowerCase();
  const inRoom = circuit.points.filter(({ room }) => at.includes(room));
  const ofKind = circuit.points.filter(
    ({ kind }) => (at.includes('socket') && kind === 'socket') || (at.includes('light') && kind === 'light'),
  );
  const both = inRoom.filter((each) => ofKind.includes(each));
  return (both.length > 0 ? both : inRoom.length > 0 ? inRoom : ofKind.length > 0 ? ofKind : circuit.points).map(
    ({ id }) => id,
  );
}

function some(fault: PracticeFault, circuit: DraftCircuit, draft: Draft): string[] {
  const count = Math.max(
    1,
    counts.findIndex((word) => new RegExp(`\\b${word}\\b`).test(fault.where.at)),
  );
  return draft.draw.shuffled(candidates(fault, circuit)).slice(0, count);
}

/** Where a fault that is only seen is seen, on its circuit: nothing of it where it is seen at the board or in a room. */
function seenAt(fault: PracticeFault, circuit: DraftCircuit): string[] {
  const at = fault.where.at.toLowerCase();
  if (/device|carrier|board|whole circuit/.test(at)) return [];
  const named = circuit.switches.filter(({ room }) => /switch/.test(at) && (at === 'switches' || at.includes(room)));
  if (named.length > 0) return named.map(({ id }) => id);
  return circuit.points.some(({ room }) => at.includes(room)) || /socket|light|outlet|accessor/.test(at)
    ? candidates(fault, circuit)
    : [];
}

/** Board, service, room and intake a fault may be named at besides its points. */
function otherPlaces(
  { where }: PracticeFault,
  circuit: DraftCircuit | null,
  places: readonly Place[],
  hasPoints: boolean,
): string[] {
  const at = where.at.toLowerCase();
  const is = (id: string) => places.some((place) => place.id === id);
  const named = [
    ...(where.board ? [`board:${where.board}`] : []),
    ...(where.service ? [`service:${where.service}`] : []),
    ...(where.rooms ?? (where.room ? [where.room] : [])).map((room) => `room:${room}`),
    ...(circuit && /device|carrier|board|whole circuit|run/.test(at)
      ? [`board:${boardOfCircuit(circuit, places) ?? ''}`]
      : []),
    ...places.filter(({ kind, room }) => kind === 'room' && at.includes(room)).map(({ id }) => id),
    ...(!circuit && !where.board && !where.service && !where.room && !where.rooms ? ['intake'] : []),
  ].filter(is);
  return named.length > 0 || !circuit || hasPoints ? named : circuit.points.slice(-1).map(({ room }) => `room:${room}`);
}

const boardOfCircuit = (circuit: DraftCircuit, places: readonly Place[]): string | null =>
  circuit.board ?? places.find(({ kind }) => kind === 'board')?.id.slice('board:'.length) ?? null;

function lay(
  fault: PracticeFault,
  physics: NonNullable<PracticeFault['physics']>,
  draft: Draft,
  circuit: DraftCircuit | null,
  places: readonly Place[],
): Laid {
  const { draw } = draft;
  if (physics.kind === 'change') return change(fault, physics.set, draft, circuit);
  if (physics.kind === 'missing bond') {
    draft.faults.push({ kind: 'missing bond', service: physics.service });
    return { isRead: true };
  }
  if (physics.kind === 'supplementary bond') {
    draft.parts.set(physics.part, (draft.parts.get(physics.part) ?? 0) + draw.spread(...physics.ohms));
    return { isRead: true };
  }
  if (physics.kind === 'joint' && !circuit) {
    draft.supply.earthOhms += draw.between(...physics.ohms);
    return { isRead: true };
  }
  if (!circuit) return onlySeen;
  switch (physics.kind) {
    case 'broken':
    case 'joint': {
      const cable = cableOf(fault, circuit, draft);
      const conductors = physics.kind === 'broken' ? [physics.conductor] : physics.conductor;
      const ohms = physics.kind === 'joint' ? draw.between(...physics.ohms) : 0;
      for (const conductor of conductors)
        draft.faults.push(
          physics.kind === 'broken'
            ? { kind: 'broken', circuit: circuit.id, cable: cable.id, conductor }
            : { kind: 'joint', circuit: circuit.id, cable: cable.id, conductor, ohms },
        );
      // Of two legs one does not tell from readings which is which.
      const ends = cable.id === 'home' ? [cable.from, circuit.cables[0]?.to ?? ''] : [cable.to, cable.from];
      const charted = chartedOn(circuit, places);
      // What the chart has elsewhere nobody reads there: then it lies between that and what is beyond.
      const beyond = ends.filter((id) => isPoint(id) && !charted.has(id)).flatMap((id) => besides(circuit, id));
      // A small one is lost in the length nobody knows.
      return { points: [...ends, ...beyond].filter(isPoint), isRead: physics.kind === 'broken' || ohms >= 0.25 };
    }
    case 'contact': {
      const points = some(fault, circuit, draft);
      for (const point of points)
        for (const conductor of physics.conductor)
          draft.faults.push({
            kind: 'contact',
            circuit: circuit.id,
            point,
            conductor,
            ohms: draw.between(...physics.ohms),
            moves: true,
          });
      return { points, isRead: true };
    }
    case 'reversed': {
      const points = some(fault, circuit, draft);
      points.forEach((point, index) =>
        draft.faults.push({
          kind: 'reversed',
          circuit: circuit.id,
          point,
          swap: index === 1 ? ['L', 'C'] : physics.swap,
        }),
      );
      return { points, isRead: true };
    }
    case 'insulation': {
      const points = some(fault, circuit, draft);
      for (const point of points)
        for (const pair of physics.between)
          draft.faults.push({
            kind: 'insulation',
            circuit: circuit.id,
            point,
            between: pair.split('-') as ['L', 'N'],
            megohms: draw.spread(...physics.megohms),
          });
      return { points, isRead: true };
    }
    case 'connected load': {
      const [point = ''] = some(fault, circuit, draft);
      circuit.loads.push({
        id: 'left in',
        at: point,
        between: ['L', 'N'],
        ohms: draw.spread(...physics.megohms) * 1e6,
      });
      return { points: [point], isRead: true };
    }
    case 'bridge': {
      const [from, to] = bridged(fault, circuit, places);
      const ohms = ringOhms(draw.between(...physics.metres));
      draft.faults.push({ kind: 'bridge', circuit: circuit.id, from, to, conductors: physics.conductors, ohms });
      return { points: [from, to], isRead: true };
    }
    case 'linked circuits': {
      const other = draft.circuit(String(physics.other ?? fault.where.other));
      const [point = ''] = some(fault, circuit, draft);
      const there = draw.one(other.points).id;
      const ohms = ringOhms(draw.between(...(physics.metres ?? [1, 3])));
      draft.faults.push({
        kind: 'linked circuits',
        one: { circuit: circuit.id, point },
        other: { circuit: other.id, point: there },
        conductors: physics.conductors,
        ohms,
      });
      return { points: [point, there], circuits: [other.id], isRead: true };
    }
    case 'borrowed neutral': {
      const from = draft.circuits.get(fault.where.from ?? '') ?? [...draft.circuits.values()][0] ?? circuit;
      const [point = ''] = some(fault, circuit, draft);
      draft.faults.push({
        kind: 'borrowed neutral',
        circuit: circuit.id,
        point,
        from: { circuit: from.id, point: from.points[0]?.id ?? '' },
      });
      return { points: [point], circuits: [from.id], isRead: true };
    }
    case 'moved point': {
      const id = draft.circuits.get(physics.to) === circuit ? neighbourRoom(fault, draft, circuit) : null;
      const owner = [...draft.circuits.values()].find(({ points }) => points.some((point) => point.id === id));
      const point = id && owner ? draft.takeOut(owner, id) : null;
      if (!point || !owner) throw new RangeError(`${fault.id}: no point to move`);
      draft.letIn(circuit, point);
      return { points: [point.id], circuits: [owner.id], isRead: true };
    }
    case 'switch': {
      const at = fault.where.at.toLowerCase();
      const found = circuit.switchings.find(({ room }) => at.includes(room));
      if (!found) throw new RangeError(`${fault.id}: no switch there`);
      circuit.switchings = circuit.switchings.map((each) =>
        each === found ? { ...each, wrong: physics.wrong } : each,
      );
      return { points: [...found.switches, ...found.lights], isRead: true };
    }
    case 'spur':
      return spur(fault, physics, draft, circuit);
    default:
      return onlySeen;
  }
}

/** The points the chart has on a circuit. */
const chartedOn = ({ id }: DraftCircuit, places: readonly Place[]): ReadonlySet<string> =>
  new Set(places.filter(({ circuit }) => circuit === id).map((place) => place.id.slice('point:'.length)));

/** The points next to one along the cables of its circuit. */
const besides = ({ cables }: DraftCircuit, id: string): string[] =>
  cables.flatMap(({ from, to }) => (from === id ? [to] : to === id ? [from] : []));

/** Two points of the run of a ring with at least one between them: the first and the last of a room, or as near as may be. */
function bridged(fault: PracticeFault, circuit: DraftCircuit, places: readonly Place[]): [string, string] {
  const charted = chartedOn(circuit, places);
  const run = circuit.cables.filter(({ id, to }) => id.startsWith('to ') && charted.has(to)).map(({ to }) => to);
  const near = candidates(fault, circuit).flatMap((id) => (run.includes(id) ? [run.indexOf(id)] : []));
  const first = Math.min(...near, run.length - 3);
  const last = Math.max(...near, first + 2);
  const [from, to] = [run[first], run[last]];
  if (from === undefined || to === undefined) throw new RangeError(`${fault.id}: too few points on the ring`);
  return [from, to];
}

const isPoint = (end: string): boolean => !['A', 'B', 'board'].includes(end);

/** The cable a fault lies in: to one of the points it may be at; between two of them on a ring. */
function cableOf(fault: PracticeFault, circuit: DraftCircuit, draft: Draft) {
  const at = fault.where.at.toLowerCase();
  const home = circuit.cables.find(({ id }) => id === 'home');
  if (/leg b/.test(at) && home) return home;
  if (/device/.test(at) && circuit.cables[0]) return circuit.cables[0];
  // Of the run itself: a spur broken leaves its ring whole.
  const inner = circuit.cables.filter(({ id, from, to }) => id.startsWith('to ') && isPoint(from) && isPoint(to));
  if (/neighbours|extension wall/.test(at) && inner.length > 0) return draft.draw.one(inner);
  const leading = some(fault, circuit, draft)
    .concat(candidates(fault, circuit))
    .flatMap((point) => circuit.cables.find(({ to }) => to === point) ?? []);
  // Broken before its first point a whole circuit would have none.
  const cable = leading.find(({ from }) => isPoint(from)) ?? leading[0];
  if (!cable) throw new RangeError(`${fault.id}: no cable leads there`);
  return cable;
}

/** A socket on another ring, in a room the words of the place name. */
function neighbourRoom({ where }: PracticeFault, draft: Draft, except: DraftCircuit): string | null {
  const points = [...draft.circuits.values()]
    .filter((circuit) => circuit !== except && circuit.arrangement === 'ring')
    .flatMap(({ points: of }) => of);
  const named = points.filter(({ room }) => where.at.toLowerCase().includes(room));
  return named.length > 0 ? draft.draw.one(named).id : null;
}

function spur(
  fault: PracticeFault,
  physics: Extract<NonNullable<PracticeFault['physics']>, { kind: 'spur' }>,
  draft: Draft,
  circuit: DraftCircuit,
): Laid {
  const { draw } = draft;
  const [liveMm2 = 2.5, cpcMm2 = 1.5] = physics.cable.split('/').map(Number);
  const metres = () => draw.between(...physics.metres);
  const ringPoints = circuit.cables.filter(({ id }) => id.startsWith('to ')).map(({ to }) => to);
  const carriesNone = (id: string) =>
    !circuit.cables.some(({ from, id: cable }) => from === id && cable.startsWith('spur'));
  /** Takes a point of the ring out and hangs it on its neighbour there, or on the one named. */
  const hang = (named?: string): string => {
    const moved = draw.one(
      circuit.cables.filter(
        ({ id, from, to }) =>
          id.startsWith('to ') &&
          isPoint(from) &&
          to !== named &&
          carriesNone(to) &&
          (named !== undefined || carriesNone(from)),
      ),
    );
    const on = named ?? moved.from;
    const point = draft.takeOut(circuit, moved.to);
    if (!point) throw new RangeError(`${fault.id}: nothing to hang`);
    draft.hang(circuit, point, on, metres(), liveMm2, cpcMm2);
    return point.id;
  };
  const spurred = () => circuit.cables.filter(({ id }) => id.startsWith('spur')).map(({ to }) => to);
  if (physics.from === 'a spur') {
    const on = spurred()[0] ?? hang();
    return { points: [hang(on), on], isRead: true };
  }
  const eaves = /eaves/.test(fault.where.at);
  if (eaves || physics.ends === 'bare') {
    const id = eaves ? 'Eaves lights' : 'Hanging end';
    const room = eaves ? 'eaves' : 'extension';
    draft.hang(
      circuit,
      { id, room, kind: eaves ? 'light' : 'junction' },
      draw.one(ringPoints),
      metres(),
      liveMm2,
      cpcMm2,
    );
    return { points: [], isRead: false };
  }
  const wanted = Math.max(
    1,
    counts.findIndex((word) => fault.where.at.startsWith(word)),
  );
  const points: string[] = [];
  // Three of them: one hangs on another.
  for (let made = 0; made < wanted; made += 1) points.push(hang(made === 2 ? points[0] : undefined));
  return { points, isRead: true };
}

/** Something of the house is another than it should be: what the physics knows of is changed there. */
function change(
  fault: PracticeFault,
  set: Readonly<Record<string, unknown>>,
  draft: Draft,
  circuit: DraftCircuit | null,
): Laid {
  const { draw } = draft;
  const drawn = (key: string): number | null => {
    const value = set[key];
    return Array.isArray(value)
      ? draw.between(Number(value[0]), Number(value[1]))
      : typeof value === 'number'
        ? value
        : null;
  };
  const board = fault.where.board ? `board:${fault.where.board}` : null;
  let isRead = false;
  for (const key of ['lineOhms', 'neutralOhms', 'earthOhms'] as const) {
    const ohms = drawn(key);
    if (ohms !== null) draft.supply[key] = ohms;
    isRead ||= ohms !== null;
  }
  const device = /^(BS(?: EN)? \d+(?:-\d)?) (?:([BCD]) )?(\d+)/.exec(typeof set.device === 'string' ? set.device : '');
  if (device && circuit)
    circuit.device = { standard: device[1] ?? '', type: device[2] ?? '', ratingAmps: Number(device[3]) };
  if (circuit && 'cpcMm2' in set) {
    const live = drawn('liveMm2');
    const cpcMm2 = drawn('cpcMm2');
    circuit.cables = circuit.cables.map((each) => ({ ...each, cpcMm2, liveMm2: live ?? each.liveMm2 }));
    isRead = true;
  }
  const slow = drawn('tripMillis');
  if (slow !== null) {
    const behind = circuit
      ? [circuit]
      : [...draft.circuits.values()].filter(({ residual }) => residual && residual.milliamps === 30);
    for (const each of behind) if (each.residual) each.residual.tripMillis = Math.round(slow);
    return { isRead: true, circuits: behind.map(({ id }) => id) };
  }
  const without =
    circuit && 'residual' in set ? [circuit.id] : Array.isArray(set.unprotected) ? set.unprotected.map(String) : [];
  for (const id of without) draft.circuit(id).residual = null;
  if (board && typeof set.carrierMark === 'string')
    draft.boards.set(fault.where.board ?? '', { carrierMark: set.carrierMark });
  return { isRead: isRead || without.length > 0, circuits: without };
}
