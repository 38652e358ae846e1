/**
 * Conductances between numbered nodes, and their reduction to a few terminals by star–mesh elimination.
 *
 * Invariants:
 * 1. An edge stands in the lists of both its nodes with the same conductance; no node has two edges to one other.
 * 2. The compiled lists are never changed: each reduction works on a copy in buffers kept for that.
 * 3. Nodes are eliminated in an order found once (fewest neighbours first); terminals are passed over.
 */
export class Mesh {
  private readonly edges: Map<number, number>[];
  private compiled: Compiled | null = null;

  constructor(private readonly count: number) {
    this.edges = Array.from({ length: count }, () => new Map());
  }

  connect(a: number, b: number, siemens: number): void {
    if (a === b) return;
    this.compiled = null;
    this.edges[a]?.set(b, (this.edges[a]?.get(b) ?? 0) + siemens);
    this.edges[b]?.set(a, (this.edges[b]?.get(a) ?? 0) + siemens);
  }

  /** Conductances in siemens left between each pair of terminals, in the order 01, 02, 12 … as pairs are listed: 0-1, 0-2, 0-3, 1-2, 1-3, 2-3. */
  reduce(terminals: readonly number[]): number[] {
    this.compiled ??= compile(this.edges, this.count);
    return reduceTo(this.compiled, terminals);
  }
}

type Compiled = {
  readonly count: number;
  readonly order: Int32Array;
  readonly component: Int32Array;
  /** Where each node's list begins in `to` and `siemens`, with room for growth. */
  readonly start: Int32Array;
  readonly room: Int32Array;
  readonly degree: Int32Array;
  readonly to: Int32Array;
  readonly siemens: Float64Array;
  readonly work: Work;
};

type Work = {
  start: Int32Array;
  room: Int32Array;
  degree: Int32Array;
  to: Int32Array;
  siemens: Float64Array;
  end: number;
};

const spare = 4;

function compile(edges: readonly ReadonlyMap<number, number>[], count: number): Compiled {
  const start = new Int32Array(count);
  const room = new Int32Array(count);
  const degree = new Int32Array(count);
  let end = 0;
  edges.forEach((list, node) => {
    start[node] = end;
    degree[node] = list.size;
    room[node] = list.size + spare;
    end += list.size + spare;
  });
  const to = new Int32Array(end);
  const siemens = new Float64Array(end);
  edges.forEach((list, node) => {
    let at = start[node] as number;
    for (const [other, value] of list) {
      to[at] = other;
      siemens[at] = value;
      at += 1;
    }
  });
  const work: Work = {
    start: new Int32Array(count),
    room: new Int32Array(count),
    degree: new Int32Array(count),
    to: new Int32Array(end * 2),
    siemens: new Float64Array(end * 2),
    end,
  };
  const base = { count, component: components(edges, count), start, room, degree, to, siemens, work };
  return { ...base, order: eliminationOrder(base) };
}

function components(edges: readonly ReadonlyMap<number, number>[], count: number): Int32Array {
  const component = new Int32Array(count).fill(-1);
  for (let first = 0; first < count; first += 1) {
    if (component[first] !== -1) continue;
    const open = [first];
    component[first] = first;
    for (let node = open.pop(); node !== undefined; node = open.pop()) {
      for (const other of edges[node]?.keys() ?? []) {
        if (component[other] !== -1) continue;
        component[other] = first;
        open.push(other);
      }
    }
  }
  return component;
}

function begin(compiled: Omit<Compiled, 'order'>): Work {
  const { work } = compiled;
  work.start.set(compiled.start);
  work.room.set(compiled.room);
  work.degree.set(compiled.degree);
  work.to.set(compiled.to);
  work.siemens.set(compiled.siemens);
  work.end = compiled.to.length;
  return work;
}

/** Fewest neighbours first, as they are at that moment: keeps trees and rings at two or three. */
function eliminationOrder(compiled: Omit<Compiled, 'order'>): Int32Array {
  const work = begin(compiled);
  const order = new Int32Array(compiled.count);
  const done = new Uint8Array(compiled.count);
  const waiting: number[][] = [];
  const queue = (node: number) => (waiting[work.degree[node] as number] ??= []).push(node);
  for (let node = 0; node < compiled.count; node += 1) queue(node);
  let placed = 0;
  for (let level = 0; placed < compiled.count;) {
    const node = waiting[level]?.pop();
    if (node === undefined) {
      level += 1;
      continue;
    }
    if (done[node] || work.degree[node] !== level) continue;
    done[node] = 1;
    order[placed] = node;
    placed += 1;
    const from = work.start[node] as number;
    const neighbours = Array.from(work.to.subarray(from, from + level));
    eliminate(work, node);
    for (const other of neighbours) {
      queue(other);
      level = Math.min(level, work.degree[other] as number);
    }
  }
  return order;
}

function reduceTo(compiled: Compiled, terminals: readonly number[]): number[] {
  const { component, order } = compiled;
  const work = begin(compiled);
  const touched = terminals.map((terminal) => component[terminal]);
  for (let index = 0; index < order.length; index += 1) {
    const node = order[index] as number;
    if (work.degree[node] !== 0 && touched.includes(component[node]) && !terminals.includes(node))
      eliminate(work, node);
  }
  const between: number[] = [];
  for (let i = 0; i < terminals.length; i += 1) {
    for (let j = i + 1; j < terminals.length; j += 1)
      between.push(conductance(work, terminals[i] as number, terminals[j] as number));
  }
  return between;
}

function conductance(work: Work, a: number, b: number): number {
  const from = work.start[a] as number;
  for (let at = from; at < from + (work.degree[a] as number); at += 1)
    if (work.to[at] === b) return work.siemens[at] as number;
  return 0;
}

/** Takes a node out and puts g_i × g_j ÷ Σg between each two of its neighbours. */
function eliminate(work: Work, node: number): void {
  const { start, degree, to, siemens } = work;
  const from = start[node] as number;
  const count = degree[node] as number;
  let sum = 0;
  for (let at = from; at < from + count; at += 1) sum += siemens[at] as number;
  for (let at = from; at < from + count; at += 1) forget(work, to[at] as number, node);
  degree[node] = 0;
  for (let p = from; p < from + count; p += 1) {
    // The pool may have moved while it grew: read through `work`.
    const share = (work.siemens[p] as number) / sum;
    for (let q = p + 1; q < from + count; q += 1) {
      const value = share * (work.siemens[q] as number);
      const a = work.to[p] as number;
      const b = work.to[q] as number;
      add(work, a, b, value);
      add(work, b, a, value);
    }
  }
}

function forget(work: Work, node: number, other: number): void {
  const { to, siemens } = work;
  const from = work.start[node] as number;
  const last = from + (work.degree[node] as number) - 1;
  for (let at = from; at <= last; at += 1) {
    if (to[at] !== other) continue;
    to[at] = to[last] as number;
    siemens[at] = siemens[last] as number;
    work.degree[node] = last - from;
    return;
  }
}

function add(work: Work, node: number, other: number, value: number): void {
  const from = work.start[node] as number;
  const count = work.degree[node] as number;
  for (let at = from; at < from + count; at += 1) {
    if (work.to[at] !== other) continue;
    work.siemens[at] = (work.siemens[at] as number) + value;
    return;
  }
  const at = count < (work.room[node] as number) ? from + count : moved(work, node);
  work.to[at] = other;
  work.siemens[at] = value;
  work.degree[node] = count + 1;
}

/** Gives a node's full list twice the room at the end of the pool; answers where its next edge goes. */
function moved(work: Work, node: number): number {
  const from = work.start[node] as number;
  const count = work.degree[node] as number;
  const room = count * 2 + spare;
  if (work.end + room > work.to.length) {
    const size = (work.end + room) * 2;
    const to = new Int32Array(size);
    const siemens = new Float64Array(size);
    to.set(work.to);
    siemens.set(work.siemens);
    work.to = to;
    work.siemens = siemens;
  }
  work.to.copyWithin(work.end, from, from + count);
  work.siemens.copyWithin(work.end, from, from + count);
  work.start[node] = work.end;
  work.room[node] = room;
  work.end += room;
  return (work.start[node] as number) + count;
}
