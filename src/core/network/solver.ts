import type { Network, NetworkProblem, Source } from './network';
import { Mesh } from './mesh';

/**
 * Answers readings between any two terminals of a resistive network.
 *
 *   terminals --joins--> nodes --resistors--> conductances --elimination--> what is left between the probes
 *
 * Nodes are eliminated one by one, each replaced by the mesh of its neighbours (star–mesh transformation). That only
 * adds, multiplies and divides positive figures, so nothing cancels: milliohms beside gigohms keep all their digits.
 */
export type Solver = {
  /** Resistance in ohm as an ohmmeter sees it, sources shorted; null when there is no path. Throws on an unknown terminal. */
  resistance(a: string, b: string): number | null;
  /** Volts of `a` above `b`; null when either floats. Throws on an unknown terminal. */
  voltage(a: string, b: string): number | null;
  /** Amperes through a named resistor from its `a` to its `b`. Throws on an unknown resistor. */
  current(resistorId: string): number;
  has(terminal: string): boolean;
};

export type Solved = ({ readonly ok: true } & { readonly solver: Solver }) | NetworkProblem;

/** Prepares a network; the problem names the element at fault where it cannot be one. */
export function prepare(network: Network): Solved {
  const problem = firstProblem(network);
  if (problem) return { ok: false, problem };
  const dead = new Nodes(network, network.sources ?? []);
  const driven = (network.sources ?? []).map((source, index) => {
    const others = (network.sources ?? []).filter((_, other) => other !== index);
    return { volts: source.volts, nodes: new Nodes(network, others), plus: source.plus, minus: source.minus };
  });
  for (const source of network.sources ?? []) {
    const nodes = driven.find((each) => each.plus === source.plus && each.minus === source.minus)?.nodes;
    if (source.volts !== 0 && nodes && nodes.of(source.plus) === nodes.of(source.minus)) {
      return { ok: false, problem: `Source ${source.id} is joined across its own terminals.` };
    }
  }
  const voltage = (a: string, b: string): number | null => {
    let total = 0;
    if (driven.length === 0) return null;
    for (const { volts, nodes, plus, minus } of driven) {
      const part = nodes.share(nodes.of(a), nodes.of(b), nodes.of(plus), nodes.of(minus));
      if (part === null) return null;
      total += volts * part;
    }
    return total;
  };
  const resistors = new Map(network.resistors.map((resistor) => [resistor.id, resistor]));
  return {
    ok: true,
    solver: {
      resistance: (a, b) => dead.resistance(dead.of(a), dead.of(b)),
      voltage,
      current: (id) => {
        const resistor = resistors.get(id);
        if (!resistor) throw new RangeError(`There is no resistor ${id}`);
        return (voltage(resistor.a, resistor.b) ?? 0) / resistor.ohms;
      },
      has: (terminal) => dead.has(terminal),
    },
  };
}

function firstProblem({ resistors, sources = [] }: Network): string | null {
  const seen = new Set<string>();
  for (const { id, ohms } of resistors) {
    if (Number.isNaN(ohms) || ohms < 0) return `Resistor ${id} of ${ohms} ohm: a resistance is zero or more.`;
    if (seen.has(id)) return `Resistor ${id} is there twice.`;
    seen.add(id);
  }
  const odd = sources.find(({ volts }) => !Number.isFinite(volts));
  return odd ? `Source ${odd.id} of ${odd.volts} V: it needs a finite voltage.` : null;
}

/** The nodes of a network with some sources shorted, numbered, and their conductances. */
class Nodes {
  private readonly numbers = new Map<string, number>();
  private readonly parents: number[] = [];
  private readonly mesh: Mesh;

  constructor(network: Network, shorted: readonly Source[]) {
    for (const [a, b] of network.joins) this.join(a, b);
    for (const { plus, minus } of shorted) this.join(plus, minus);
    for (const { a, b, ohms } of network.resistors) {
      if (ohms === 0) this.join(a, b);
      else {
        this.number(a);
        this.number(b);
      }
    }
    for (const { plus, minus } of network.sources ?? []) {
      this.number(plus);
      this.number(minus);
    }
    for (const terminal of network.terminals ?? []) this.number(terminal);
    this.mesh = new Mesh(this.parents.length);
    for (const { a, b, ohms } of network.resistors) {
      if (ohms > 0 && ohms < Infinity) this.mesh.connect(this.of(a), this.of(b), 1 / ohms);
    }
  }

  has = (terminal: string): boolean => this.numbers.has(terminal);

  of(terminal: string): number {
    const number = this.numbers.get(terminal);
    if (number === undefined) throw new RangeError(`There is no terminal ${terminal}`);
    return this.root(number);
  }

  resistance(a: number, b: number): number | null {
    if (a === b) return 0;
    const [between = 0] = this.mesh.reduce([a, b]);
    return between > 0 ? 1 / between : null;
  }

  /** The voltage between `a` and `b` for one volt between `plus` and `minus`; null when either floats. */
  share(a: number, b: number, plus: number, minus: number): number | null {
    if (a === b) return 0;
    if (a === plus) return b === minus ? 1 : this.dropFrom(b, plus, minus);
    if (b === plus) return negative(this.share(b, a, plus, minus));
    if (a === minus) return negative(this.dropFrom(b, minus, plus));
    if (b === minus) return negative(this.share(b, a, plus, minus));
    const [ab = 0, aPlus = 0, aMinus = 0, bPlus = 0, bMinus = 0] = this.mesh.reduce([a, b, plus, minus]);
    const ofA = aPlus + aMinus;
    const ofB = bPlus + bMinus;
    const determinant = ofA * ofB + ab * (ofA + ofB);
    return determinant > 0 ? (aPlus * bMinus - bPlus * aMinus) / determinant : null;
  }

  /** How far `node` is below `near` for one volt between `near` and `far`. */
  private dropFrom(node: number, near: number, far: number): number | null {
    const [toNear = 0, toFar = 0] = this.mesh.reduce([node, near, far]);
    return toNear + toFar > 0 ? toFar / (toNear + toFar) : null;
  }

  private number(terminal: string): number {
    const known = this.numbers.get(terminal);
    if (known !== undefined) return known;
    const number = this.parents.length;
    this.parents.push(number);
    this.numbers.set(terminal, number);
    return number;
  }

  private root(number: number): number {
    let at = number;
    while (this.parents[at] !== at) at = this.parents[at] = this.parents[this.parents[at] ?? 0] ?? 0;
    return at;
  }

  private join(a: string, b: string): void {
    this.parents[this.root(this.number(a))] = this.root(this.number(b));
  }
}

const negative = (value: number | null): number | null => (value === null ? null : -value);
