import type { Point } from '../installation/point';
import type { ConductorLetter, DwellingFault } from '../physics/dwelling';
import type { DwellingType, TypeCircuit } from './dwelling-type';
import { capital } from '../words/capital';
import type { Draw } from './seeded';
import { type Switching, poleOf, switchingsOf, wiredAs } from './switching';

type PointKind = Point['kind'];
type Cable = {
  readonly id: string;
  readonly from: string;
  readonly to: string;
  readonly lengthMetres: number;
  readonly liveMm2: number;
  readonly cpcMm2: number | null;
  readonly insulationMegohms?: Readonly<Record<'L-N' | 'L-C' | 'N-C', number>>;
};
type DraftPoint = { readonly id: string; readonly room: string; readonly kind: PointKind };
type Residual = {
  readonly milliamps: number;
  tripMillis: number;
  readonly tripMilliamps: number;
  readonly group?: string;
};

export type DraftCircuit = {
  readonly id: string;
  readonly name: string;
  readonly arrangement: 'ring' | 'radial';
  readonly board: string | null;
  device: { standard: string; type: string; ratingAmps: number };
  residual: Residual | null;
  points: DraftPoint[];
  readonly switches: readonly DraftPoint[];
  cables: Cable[];
  switchings: readonly Switching[];
  readonly cable: { readonly liveMm2: number; readonly cpcMm2: number };
  loads: { id: string; at: string; between: [ConductorLetter, ConductorLetter]; ohms: number }[];
};

/** What is read between line and CPC of what lies between them, the neutral left open beside. */
const wayRound = 0.63;
const words: Partial<Record<PointKind, string>> = {
  light: ' light',
  switch: ' switch',
  fixed: ' outlet',
  outdoor: ' outdoor socket',
  'wet room': ' appliance',
};

/** A house in the making: everything sound, until something is hidden in it. */
export class Draft {
  readonly circuits = new Map<string, DraftCircuit>();
  readonly faults: DwellingFault[] = [];
  readonly parts = new Map<string, number>();
  /** What is other about a board than its kind of dwelling says. */
  readonly boards = new Map<string, Record<string, unknown>>();
  readonly supply: { lineOhms: number; neutralOhms: number; earthOhms: number };
  private readonly named = new Map<string, number>();

  constructor(
    readonly type: DwellingType,
    readonly draw: Draw,
    /** Of its own, so that what else is drawn does not hang on how many switches there are. */
    private readonly switchDraw: Draw,
  ) {
    const { supply, earthing } = type;
    this.supply = {
      lineOhms: draw.between(...supply.lineOhms),
      neutralOhms: draw.between(...supply.neutralOhms),
      earthOhms: draw.between(...supply.earthOhms),
    };
    for (const circuit of type.circuits) this.circuits.set(circuit.id, this.run(circuit));
    for (const part of earthing.supplementary?.parts ?? [])
      this.parts.set(part, draw.between(...(earthing.supplementary?.ohmsEach ?? [0.01, 0.05])));
  }

  circuit(id: string): DraftCircuit {
    const found = this.circuits.get(id);
    if (!found) throw new RangeError(`There is no circuit ${id} in ${this.type.id}`);
    return found;
  }

  /** A name nobody else in the house has: `Kitchen 2`, `Hall light`. */
  private name(room: string, kind: PointKind, ofMany: boolean): string {
    const base = `${capital(room)}${words[kind] ?? ''}`;
    const count = (this.named.get(base) ?? 0) + 1;
    this.named.set(base, count);
    return count > 1 || ofMany || kind === 'socket' ? `${base} ${count}` : base;
  }

  private run(circuit: TypeCircuit): DraftCircuit {
    const { draw } = this;
    const of = (isSwitch: boolean): DraftPoint[] =>
      circuit.points
        .filter(({ kind }) => (kind === 'switch') === isSwitch)
        .flatMap(({ kind, room, count }) =>
          Array.from({ length: count }, () => ({ id: this.name(room, kind, count > 1), room, kind })),
        );
    const points = of(false);
    const total = draw.between(...circuit.metres);
    const ends = circuit.arrangement === 'ring' ? points.length + 1 : points.length;
    const shares = Array.from({ length: ends }, () => draw.between(0.5, 1.5));
    const all = shares.reduce((sum, each) => sum + each, 0);
    const megohms = draw.spread(...circuit.insulationMegohms);
    const stops = [circuit.arrangement === 'ring' ? 'A' : 'board', ...points.map(({ id }) => id), 'B'];
    const cables = shares.map((share, index): Cable => {
      const [from = '', to = ''] = [stops[index], stops[index + 1]];
      // Lengths in parallel: the longer leaks the more. Between two conductors the third is a way round.
      const here = (megohms * all) / share / wayRound;
      return {
        id: to === 'B' ? 'home' : `to ${to}`,
        from,
        to,
        lengthMetres: (total * share) / all,
        liveMm2: circuit.cable.liveMm2,
        cpcMm2: circuit.cable.cpcMm2,
        insulationMegohms: { 'L-N': here, 'L-C': here * 0.9, 'N-C': here * 1.1 },
      };
    });
    const { residual } = circuit;
    const switches = of(true);
    const feeder = this.type.boards.find(({ id }) => id === circuit.board)?.suppliedFrom;
    return {
      id: circuit.id,
      name: circuit.name,
      arrangement: circuit.arrangement,
      board: feeder && this.type.circuits.some(({ id }) => id === feeder) ? circuit.board : null,
      device: { ...circuit.device },
      residual: residual
        ? {
            milliamps: residual.milliamps,
            ...this.behaviour(residual.shared ?? circuit.id, residual.milliamps),
            ...(residual.shared ? { group: residual.shared } : {}),
          }
        : null,
      points,
      switches,
      switchings: switchingsOf(points, switches, this.switchDraw),
      cable: circuit.cable,
      cables,
      loads: [],
    };
  }

  private readonly devices = new Map<string, { tripMillis: number; tripMilliamps: number }>();
  /** One device behaves one way, whichever circuit it is tried from. */
  private behaviour(device: string, milliamps: number) {
    const known = this.devices.get(device) ?? {
      tripMillis: Math.round(this.draw.between(17, 36)),
      tripMilliamps: milliamps * this.draw.between(0.6, 0.85),
    };
    this.devices.set(device, known);
    return known;
  }

  /** Takes a point out of the run it lies on: the cables on both its sides become one. */
  takeOut(circuit: DraftCircuit, pointId: string): DraftPoint | null {
    const [into, away] = [
      circuit.cables.find(({ to }) => to === pointId),
      circuit.cables.find(({ from }) => from === pointId),
    ];
    const point = circuit.points.find(({ id }) => id === pointId);
    if (!point || !into || !away || circuit.cables.filter(({ from }) => from === pointId).length > 1) return null;
    circuit.cables = circuit.cables
      .filter((each) => each !== into)
      .map((each) =>
        each === away ? { ...away, from: into.from, lengthMetres: away.lengthMetres + into.lengthMetres } : each,
      );
    circuit.points = circuit.points.filter((each) => each !== point);
    return point;
  }

  /** Hangs a point on another by a cable of its own. */
  hang(circuit: DraftCircuit, point: DraftPoint, on: string, metres: number, liveMm2: number, cpcMm2: number): void {
    circuit.points = [...circuit.points, point];
    circuit.cables = [
      ...circuit.cables,
      { id: `spur to ${point.id}`, from: on, to: point.id, lengthMetres: metres, liveMm2, cpcMm2 },
    ];
  }

  /** Lets a point into a cable of a run. */
  letIn(circuit: DraftCircuit, point: DraftPoint): void {
    const cable = this.draw.one(circuit.cables.filter(({ id }) => id.startsWith('to ')));
    circuit.points = [...circuit.points, point];
    circuit.cables = circuit.cables.flatMap((each) =>
      each === cable
        ? [
            { ...cable, id: `to ${point.id}`, to: point.id, lengthMetres: cable.lengthMetres / 2 },
            { ...cable, from: point.id, lengthMetres: cable.lengthMetres / 2 },
          ]
        : [each],
    );
  }

  /** Its points, and what switches them. */
  private wired({ points, switchings, cable, cables }: DraftCircuit) {
    const wired = switchings.map((each) => wiredAs(each, cable));
    const hasCpc = cables.some(({ cpcMm2 }) => cpcMm2 !== null);
    return {
      points: points.map((point) => {
        const by = switchings.find(({ lights }) => lights.includes(point.id));
        return by ? { ...point, switched: poleOf(by) } : point;
      }),
      wires: wired.flatMap(({ wires }) => wires).filter(({ id }) => hasCpc || !id.startsWith('protective')),
      switches: wired.flatMap(({ switches }) => switches),
    };
  }

  /** The same as an installation file. */
  dwelling(): unknown {
    const { earthing, boards } = this.type;
    const fed = boards.filter(({ suppliedFrom }) => suppliedFrom && this.circuits.has(suppliedFrom));
    return {
      format: 'orange-ledger/installation/1',
      supply: { earthing: this.type.supply.earthing, volts: Math.round(this.draw.between(228, 244)), ...this.supply },
      bonds: earthing.bonding.map(({ service, csaMm2, metres }) => ({
        service,
        csaMm2,
        lengthMetres: this.draw.between(...metres),
      })),
      boards: fed.map(({ id, suppliedFrom = '' }) => ({
        id,
        fedFrom: { circuit: suppliedFrom, point: this.circuit(suppliedFrom).points.at(-1)?.id },
      })),
      circuits: [...this.circuits.values()].map((circuit) => ({
        id: circuit.id,
        name: circuit.name,
        arrangement: circuit.arrangement,
        device: circuit.device,
        cables: circuit.cables,
        loads: circuit.loads,
        ...this.wired(circuit),
        ...(circuit.board ? { board: circuit.board } : {}),
        ...(circuit.residual ? { residual: circuit.residual } : {}),
      })),
      faults: this.faults,
    };
  }
}
