import { type Dwelling, readDwelling } from '../physics/dwelling';
import type { DwellingType, PracticeFault, TypeBoard, TypeCircuit } from './dwelling-type';
import { Draft, type DraftCircuit } from './draft';
import { hide } from './hide';
import { capital } from '../words/capital';
import { Draw, seeded } from './seeded';
import { type Sight, sightsOf } from './sights';
import type { Switching } from './switching';

/** A place one can go to: its id says what it is, `board:b1`, `point:Kitchen 1`, `service:water`, `intake`, `room:hall`. */
export type Place = {
  readonly id: string;
  readonly name: string;
  readonly room: string;
  readonly kind: 'intake' | 'board' | 'socket' | 'light' | 'switch' | 'fixed' | 'service' | 'room' | 'part';
  /** The circuit the chart at the board says it is on; null for what is on none. */
  readonly circuit: string | null;
};

export type ChartCircuit = Pick<
  TypeCircuit,
  'id' | 'board' | 'way' | 'name' | 'arrangement' | 'load' | 'device' | 'residual'
> & {
  readonly cable: Pick<TypeCircuit['cable'], 'kind' | 'liveMm2' | 'cpcMm2' | 'method'>;
  readonly points: readonly string[];
  /** Its ends lie at the board, on no bar. */
  readonly unconnected: boolean;
};

/** A fault as it lies in this house. */
export type Hidden = {
  readonly fault: PracticeFault;
  /** Every place it may be named at; the first is where it lies. */
  readonly places: readonly string[];
  /** Circuits it may be named by. */
  readonly circuits: readonly string[];
  /** Whether a tester reads it. */
  readonly isRead: boolean;
};

/** One practice dwelling: what anybody is told of it, and what is truly so. */
export type House = {
  /** Names the house and everything in it: the same number, the same house. */
  readonly number: string;
  readonly type: DwellingType;
  readonly places: readonly Place[];
  readonly boards: readonly TypeBoard[];
  readonly circuits: readonly ChartCircuit[];
  /** Rooms nobody has a key to. */
  readonly locked: readonly string[];
  readonly dwelling: Dwelling;
  readonly hidden: readonly Hidden[];
  readonly sights: readonly Sight[];
  /** How the lights are switched, by circuit. */
  readonly switchings: ReadonlyMap<string, readonly Pick<Switching, 'room' | 'lights' | 'switches'>[]>;
  /** What joins each metal part of the bath room to the others, in ohm. */
  readonly parts: ReadonlyMap<string, number>;
};

const numbered = /^([a-z-]+)\.([0-9a-z]{1,8})(?:\.([0-9a-z]{1,12}))?$/;

/** The number of a house: its kind, its seed, and which faults were chosen where somebody chose them. */
export function numberOf(type: DwellingType, seed: string, chosen?: readonly string[]): string {
  const mask = chosen?.reduce((sum, id) => sum + 2 ** type.faults.findIndex((each) => each.id === id), 0);
  return [type.id, seed, ...(mask === undefined ? [] : [mixed(seed, mask).toString(36)])].join('.');
}

/** What is chosen is not read off the number at a glance. */
const mixed = (seed: string, mask: number): number => mask ^ Math.floor(seeded(`faults of ${seed}`)() * 0x7fff);

/** The house of a number; null where there is none such. */
export function houseOf(number: string, types: readonly DwellingType[]): House | null {
  const [, typeId, seed = '', chosen] = numbered.exec(number) ?? [];
  const type = types.find(({ id }) => id === typeId);
  if (!type) return null;
  const draw = new Draw(seeded(`${typeId}.${seed}`));
  const draft = () => new Draft(type, draw, new Draw(seeded(`switches of ${typeId}.${seed}`)));
  if (chosen === undefined) {
    const faults = drawn(type, draw);
    return build(number, faults, draft());
  }
  const mask = mixed(seed, Number.parseInt(chosen, 36));
  const faults = type.faults.filter((_, index) => (mask >> index) & 1);
  return mask >= 0 && mask < 2 ** type.faults.length ? build(number, faults, draft()) : null;
}

/** So many faults as the kind of dwelling wants, by their weight, none twice and none beside what it cannot stand beside. */
function drawn({ faults, draw: wanted }: DwellingType, draw: Draw): PracticeFault[] {
  const count = draw.whole(...wanted.faults);
  const taken = faults.filter(({ id }) => wanted.always.includes(id));
  const goesWith = (fault: PracticeFault) =>
    !taken.some(
      ({ id }) => id === fault.id || wanted.notTogether.some((pair) => pair.includes(id) && pair.includes(fault.id)),
    );
  while (taken.length < count) {
    const left = faults.filter(goesWith);
    if (left.length === 0) break;
    taken.push(draw.weighted(left));
  }
  return taken;
}

function build(number: string, faults: readonly PracticeFault[], draft: Draft): House {
  const { type } = draft;
  const places = placesOf(type, draft);
  const circuits = type.circuits.map((circuit): ChartCircuit => ({
    ...circuit,
    points: draft.circuit(circuit.id).points.map(({ id }) => id),
    unconnected: circuit.state === 'not connected',
  }));
  const before = new Map(circuits.map((each) => [each.id, each]));
  // What moves a point goes first: whatever else is wrong there is wrong where it then is.
  const movesPoints = ({ physics }: PracticeFault) => physics?.kind === 'moved point' || physics?.kind === 'spur';
  const ordered = [...faults].sort((a, b) => Number(movesPoints(b)) - Number(movesPoints(a)));
  const hidden = ordered.map((fault) => hide(fault, draft, places));
  const read = readDwelling(draft.dwelling());
  if (!read.ok) throw new Error(`${number} hangs together badly: ${read.problem}`);
  const asFitted = circuits.map((circuit) => ({ ...circuit, ...fittedDevice(draft.circuit(circuit.id), before) }));
  return {
    number,
    type,
    places,
    boards: type.boards.map((board) => ({ ...board, ...(draft.boards.get(board.id) ?? {}) })),
    circuits: asFitted,
    locked: faults.flatMap(({ physics, where }) => (physics?.kind === 'no access' ? (where.rooms ?? []) : [])),
    dwelling: read.dwelling,
    hidden,
    sights: sightsOf(type, hidden, places),
    switchings: new Map([...draft.circuits.values()].map(({ id, switchings }) => [id, switchings])),
    parts: draft.parts,
  };
}

/** What stands on the front of the board: the device as it is, not as it was drawn. */
const fittedDevice = (circuit: DraftCircuit, before: ReadonlyMap<string, ChartCircuit>) => ({
  device: { ...(before.get(circuit.id)?.device ?? circuit.device), ...circuit.device },
  residual: circuit.residual ? (before.get(circuit.id)?.residual ?? null) : null,
});

function placesOf(type: DwellingType, draft: Draft): Place[] {
  const on = (kind: Place['kind'], id: string, name: string, room: string, circuit: string | null = null): Place => ({
    id: `${kind === 'board' || kind === 'service' || kind === 'room' || kind === 'part' ? kind : 'point'}:${id}`,
    name,
    room,
    kind,
    circuit,
  });
  const intakeRoom = type.boards[0]?.room ?? '';
  return [
    { id: 'intake', name: 'Intake', room: intakeRoom, kind: 'intake', circuit: null },
    ...type.boards.map(({ id, name, room }) => on('board', id, name, room)),
    ...type.earthing.bonding.map(({ service }) =>
      on('service', service, `${capital(service)} where it enters`, intakeRoom),
    ),
    ...type.rooms.map((room) => on('room', room, capital(room), room)),
    ...[...draft.circuits.values()].flatMap((circuit) =>
      [...circuit.points, ...circuit.switches].map(({ id, room, kind }) =>
        on(kind === 'socket' || kind === 'light' || kind === 'switch' ? kind : 'fixed', id, id, room, circuit.id),
      ),
    ),
    ...[...draft.parts.keys()].map((part) => on('part', part, capital(part), type.earthing.supplementary?.room ?? '')),
  ];
}
