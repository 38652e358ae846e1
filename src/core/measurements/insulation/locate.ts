import * as z from 'zod';
import { pointKinds } from '../../installation/point';

/**
 * Finding where insulation is down by opening the circuit and testing both sides.
 *
 *   board ── 1 ── 2 ── 3      a tree: each section runs from its point's parent to the point,
 *                 └── 4 ── 5  and holds that cable and the accessory at its end.
 *
 * 1. Opening before a point parts the sections beyond it from those before.
 * 2. A side that reads low holds a fault at least; a side that reads well holds none.
 * 3. Sides that share no section and both read low hold a fault each: each is followed to its section.
 * 4. A ring has both legs off the board and apart: then it is a run from leg A to the leg home, one section more.
 */
export const locationPoint = z.object({
  id: z.string().min(1).max(60),
  /** How it is named in what is said of it; its id where left out. */
  name: z.string().max(300).optional(),
  /** The point before it; null for the first after the board. */
  after: z.string().max(60).nullable(),
  kind: z.enum(pointKinds).default('socket'),
});
export type LocationPoint = z.infer<typeof locationPoint>;

/** The section from a ring's last point home to the board. */
export const legHome = 'leg home';

/** The circuit opened before a point (or before the leg home), and how each side read. */
export const opening = z.object({
  before: z.string(),
  boardSide: z.enum(['low', 'well']).nullable().default(null),
  farSide: z.enum(['low', 'well']).nullable().default(null),
  /** Joined again before the next opening was read; else it is still open. */
  joined: z.boolean().optional(),
});
export type Opening = z.infer<typeof opening>;

/** How much likelier a fault is at each kind of point than at a socket indoors. */
const suspicion: Readonly<Record<LocationPoint['kind'], number>> = {
  socket: 1,
  light: 1.2,
  switch: 1,
  junction: 2.5,
  outdoor: 6,
  'wet room': 3,
  fixed: 1.5,
  'recent work': 4,
};
/** How likely a section is to hold a fault beside the one that is known of, to one without. */
const besides = 0.05;

type Location = {
  /** Sections that may hold a known fault, likeliest first; a section is named by the point at its end. */
  readonly suspects: readonly { readonly section: string; readonly share: number }[];
  /** Sections that must hold one. */
  readonly found: readonly string[];
  readonly cleared: readonly string[];
  /** Sections no reading has cleared and no known fault needs: they have not been read by themselves. */
  readonly unread: readonly string[];
  /** Where to open next, and how the belief would be split; null when every known fault is down to one section. */
  readonly next: { readonly before: string; readonly farShare: number } | null;
  /** Openings still to be expected, and how many it takes at the worst, for the faults that are known. */
  readonly openingsLeft: number;
  readonly openingsAtMost: number;
  readonly faults: 'one' | 'at least two';
  readonly reasons: readonly string[];
};

export type Located =
  { readonly ok: true; readonly location: Location } | { readonly ok: false; readonly problem: string };

/**
 * What the openings so far leave of a circuit that reads low, and the best next one: the opening that splits the remaining
 * belief most evenly. `lastOfRing` names the point a ring's leg home leaves from. Refuses a circuit that is no tree and
 * openings that contradict one another, naming the place.
 */
export function locateFault(
  points: readonly LocationPoint[],
  openings: readonly Opening[],
  lastOfRing: string | null = null,
): Located {
  const run = lastOfRing === null ? points : [...points, { id: legHome, after: lastOfRing, kind: 'socket' as const }];
  const tree = treeOf(run);
  if ('problem' in tree) return { ok: false, problem: tree.problem };
  const unknown = openings.find((o) => !tree.parent.has(o.before));
  if (unknown)
    return { ok: false, problem: `An opening is before ${unknown.before}, which is not a point of this circuit.` };

  const { cleared, low, reasons, open } = read(tree, openings, namesOf(run));
  const left = (sections: Iterable<string>) => [...sections].filter((section) => !cleared.has(section));
  const rest = left(tree.parent.keys());
  const parts = low.map(({ sections }) => left(sections));
  const empty = low[parts.findIndex((part) => part.length === 0)];
  if (empty)
    return {
      ok: false,
      problem: `The readings contradict one another: what read low ${empty.where} reads well elsewhere. Repeat that reading, then the last opening.`,
    };
  if (rest.length === 0)
    return {
      ok: false,
      problem:
        'Every section reads well on its own: the fault has gone, or is in what was left connected. Test the whole circuit again.',
    };
  const least = [rest, ...parts]
    .filter((part, index, all) => !all.some((other, at) => at !== index && isWithin(other, part, at < index)))
    .sort((one, two) => one.length - two.length);
  const apart = least.filter((part, index) => !least.slice(0, index).some((other) => shares(part, other)));
  const kinds = new Map(run.map(({ id, kind }) => [id, kind]));
  // A section in two parts that read low would explain both.
  const weight = (section: string) =>
    suspicion[kinds.get(section) ?? 'socket'] *
    besides ** least.filter((part) => !part.includes(section) && apart.every((each) => each !== part)).length;
  const beliefs = apart.map((part) => believed(part, weight));
  const found = apart.flatMap((part) => (part.length === 1 ? part : []));
  const hunts = apart.filter((part) => part.length > 1).map((part) => hunt(tree, part, open, weight));
  const suspected = new Set(apart.flat());
  const unread = rest.filter((section) => !suspected.has(section));
  return {
    ok: true,
    location: {
      suspects: beliefs.flat().sort((a, b) => b.share - a.share),
      found,
      cleared: [...cleared],
      unread,
      next: hunts[0]?.next ?? null,
      openingsLeft: hunts.reduce((sum, each) => sum + each.expected, 0),
      openingsAtMost: hunts.reduce((sum, each) => sum + each.worst, 0),
      faults: apart.length > 1 ? 'at least two' : 'one',
      reasons: [
        ...reasons,
        ...(apart.length > 1
          ? ['Sides that share no section read low: there are at least two faults, followed one after the other.']
          : []),
        ...(unread.length > 0
          ? [
              `${sectionsOf(unread.length)} ${unread.length === 1 ? 'has' : 'have'} not been read without the part that is low: read the other side too.`,
            ]
          : []),
      ],
    },
  };
}

const sectionsOf = (count: number) => `${count} section${count === 1 ? '' : 's'}`;
const namesOf = (points: readonly LocationPoint[]) => {
  const names = new Map(points.map(({ id, name }) => [id, name]));
  return (id: string) => names.get(id) ?? (id === legHome ? 'the leg home' : id);
};
const shares = (one: readonly string[], two: readonly string[]) => one.some((section) => two.includes(section));
/** Whether one part lies in another; of two that are the same, the earlier is kept. */
const isWithin = (one: readonly string[], two: readonly string[], isEarlier: boolean) =>
  (one.length < two.length || (one.length === two.length && isEarlier)) &&
  one.every((section) => two.includes(section));

const believed = (part: readonly string[], weight: (section: string) => number) => {
  const total = part.reduce((sum, section) => sum + weight(section), 0);
  return part.map((section) => ({ section, share: weight(section) / total }));
};

type Tree = {
  readonly parent: ReadonlyMap<string, string | null>;
  readonly children: ReadonlyMap<string | null, readonly string[]>;
  /** Where each section and what lies beyond it stand in a walk of the tree: from its place up to, not with, its end. */
  readonly span: ReadonlyMap<string, { readonly from: number; readonly to: number }>;
};

function treeOf(points: readonly LocationPoint[]): Tree | { readonly problem: string } {
  if (points.length === 0) return { problem: 'The circuit has no points.' };
  const parent = new Map<string, string | null>();
  const children = new Map<string | null, string[]>();
  for (const { id, after } of points) {
    if (parent.has(id)) return { problem: `Point ${id} is there twice.` };
    parent.set(id, after);
    children.set(after, [...(children.get(after) ?? []), id]);
  }
  for (const { id } of points) {
    const seen = new Set<string>();
    for (let at: string | null = id; at !== null; at = parent.get(at) ?? null) {
      if (seen.has(at))
        return {
          problem: `The points run in a circle at ${at}: insulation is halved on a circuit opened into a tree.`,
        };
      if (!parent.has(at)) return { problem: `Point ${id} comes after ${at}, which is not there.` };
      seen.add(at);
    }
  }
  return { parent, children, span: spansOf(children) };
}

function spansOf(children: ReadonlyMap<string | null, readonly string[]>) {
  const span = new Map<string, { from: number; to: number }>();
  const waiting = [...(children.get(null) ?? [])];
  const walk: string[] = [];
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    walk.push(id);
    waiting.push(...(children.get(id) ?? []));
  }
  // Backwards, so that what lies beyond a section is counted before it.
  const sizes = new Map<string, number>();
  for (const [place, id] of [...walk.entries()].reverse()) {
    const size = 1 + (children.get(id) ?? []).reduce((sum, child) => sum + (sizes.get(child) ?? 0), 0);
    sizes.set(id, size);
    span.set(id, { from: place, to: place + size });
  }
  return span;
}

/** What the openings say: sections cleared, sides that read low, and where the circuit is still open. */
function read(tree: Tree, openings: readonly Opening[], nameOf: (id: string) => string) {
  const cleared = new Set<string>();
  const low: { readonly sections: ReadonlySet<string>; readonly where: string }[] = [];
  const reasons: string[] = [];
  const open = new Set<string>();
  for (const { before, boardSide, farSide, joined } of openings) {
    open.add(before);
    const name = nameOf(before);
    for (const [side, from, word] of [
      [boardSide, tree.parent.get(before) ?? null, 'on the board side'],
      [farSide, before, 'beyond it'],
    ] as const) {
      if (!side) continue;
      const sections = connected(tree, from, open);
      if (side === 'well') sections.forEach((section) => cleared.add(section));
      else low.push({ sections, where: `${word.replace('beyond it', 'beyond')} (opened before ${name})` });
      reasons.push(
        `Opened before ${name}: ${side} ${word}${side === 'well' ? `, ${sectionsOf(sections.size)} cleared` : ''}.`,
      );
    }
    if (joined) open.delete(before);
  }
  return { cleared, low, reasons, open };
}

/** Sections that hang together with a point (null: the board) while some openings are open. */
function connected(tree: Tree, from: string | null, open: ReadonlySet<string>): Set<string> {
  // Up to the nearest opening or the board, then everything below that is not behind another opening.
  let top = from;
  while (top !== null && !open.has(top)) top = tree.parent.get(top) ?? null;
  const sections = new Set<string>(top === null ? [] : [top]);
  const waiting: (string | null)[] = [top];
  for (let at = waiting.pop(); at !== undefined; at = waiting.pop())
    for (const child of tree.children.get(at) ?? [])
      if (!open.has(child)) {
        sections.add(child);
        waiting.push(child);
      }
  return sections;
}

type Hunt = {
  readonly next: { readonly before: string; readonly farShare: number } | null;
  readonly expected: number;
  readonly worst: number;
};
const over: Hunt = { next: null, expected: 0, worst: 0 };

/** How one fault is hunted down in a part that reads low: the next opening, and how many it takes. */
function hunt(
  tree: Tree,
  part: readonly string[],
  open: ReadonlySet<string>,
  weight: (section: string) => number,
): Hunt {
  const best = part.length > 1 ? bestOpening(tree, part, open, weight) : null;
  if (!best) return over;
  const then = new Set([...open, best.before]);
  const [far, near] = [hunt(tree, best.far, then, weight), hunt(tree, best.near, then, weight)];
  return {
    next: { before: best.before, farShare: best.farShare },
    expected: 1 + best.farShare * far.expected + (1 - best.farShare) * near.expected,
    worst: 1 + Math.max(far.worst, near.worst),
  };
}

function bestOpening(
  tree: Tree,
  part: readonly string[],
  open: ReadonlySet<string>,
  weight: (section: string) => number,
) {
  const placeOf = (section: string) => tree.span.get(section)?.from ?? 0;
  const ordered = [...part].sort((a, b) => placeOf(a) - placeOf(b));
  const places = ordered.map(placeOf);
  const sums = [0];
  for (const section of ordered) sums.push((sums.at(-1) ?? 0) + weight(section));
  const before = (place: number) => {
    let [least, most] = [0, places.length];
    while (least < most) {
      const middle = (least + most) >> 1;
      if ((places[middle] ?? 0) < place) least = middle + 1;
      else most = middle;
    }
    return least;
  };
  const total = sums.at(-1) ?? 1;
  let best: { readonly before: string; readonly from: number; readonly to: number; readonly farShare: number } | null =
    null;
  for (const id of tree.parent.keys()) {
    const span = tree.span.get(id);
    if (!span || open.has(id)) continue;
    const [from, to] = [before(span.from), before(span.to)];
    if (to === from || to - from === part.length) continue;
    const farShare = ((sums[to] ?? 0) - (sums[from] ?? 0)) / total;
    if (!best || Math.abs(farShare - 0.5) < Math.abs(best.farShare - 0.5) - 1e-12)
      best = { before: id, from, to, farShare };
  }
  return (
    best && {
      before: best.before,
      farShare: best.farShare,
      far: ordered.slice(best.from, best.to),
      near: [...ordered.slice(0, best.from), ...ordered.slice(best.to)],
    }
  );
}
