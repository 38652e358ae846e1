import * as z from 'zod';
import { pointKinds } from '../../installation/point';

/**
 * Finding where insulation is down by opening the circuit and testing both sides.
 *
 *   board ── 1 ── 2 ── 3      a tree: each section runs from its point's parent to the point,
 *                 └── 4 ── 5  and holds that cable and the accessory at its end.
 *
 * 1. Opening before a point parts the sections beyond it from those before.
 * 2. A side that reads low holds a fault; a side that reads well holds none.
 * 3. Both sides low from one opening: at least two faults.
 */
export const locationPoint = z.object({
  id: z.string().min(1).max(60),
  /** The point before it; null for the first after the board. */
  after: z.string().max(60).nullable(),
  kind: z.enum(pointKinds).default('socket'),
});
export type LocationPoint = z.infer<typeof locationPoint>;

/** The circuit opened before a point, and how each side read. */
export const opening = z.object({
  before: z.string(),
  boardSide: z.enum(['low', 'well']).nullable().default(null),
  farSide: z.enum(['low', 'well']).nullable().default(null),
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

type Location = {
  /** Sections that may still hold a fault, likeliest first; a section is named by the point at its end. */
  readonly suspects: readonly { readonly section: string; readonly share: number }[];
  readonly cleared: readonly string[];
  /** Where to open next, and how the belief would be split; null when one section is left. */
  readonly next: { readonly before: string; readonly farShare: number } | null;
  /** Openings still to be expected. */
  readonly openingsLeft: number;
  readonly faults: 'one' | 'at least two';
  readonly reasons: readonly string[];
};

export type Located =
  { readonly ok: true; readonly location: Location } | { readonly ok: false; readonly problem: string };

/**
 * What the openings so far leave, and the best next one: the opening that splits the remaining belief most evenly.
 * Refuses a circuit that is no tree and openings that contradict one another, naming the place.
 */
export function locateFault(points: readonly LocationPoint[], openings: readonly Opening[]): Located {
  const tree = treeOf(points);
  if ('problem' in tree) return { ok: false, problem: tree.problem };
  const unknown = openings.find((o) => !tree.under.has(o.before));
  if (unknown)
    return { ok: false, problem: `An opening is before ${unknown.before}, which is not a point of this circuit.` };

  const cleared = new Set<string>();
  const low: ReadonlySet<string>[] = [];
  const reasons: string[] = [];
  // Openings stay as they are made: a side is what hangs together with the others still open.
  openings.forEach((each, index) => {
    const open = new Set(openings.slice(0, index + 1).map((o) => o.before));
    const far = connected(tree, each.before, open);
    const board = connected(tree, tree.parent.get(each.before) ?? null, open);
    for (const [side, sections, word] of [
      [each.boardSide, board, 'on the board side'],
      [each.farSide, far, 'beyond it'],
    ] as const) {
      if (side === 'well') sections.forEach((section) => cleared.add(section));
      if (side === 'low') low.push(sections);
      if (side)
        reasons.push(
          `Opened before ${each.before}: ${side === 'low' ? 'low' : 'well'} ${word}${side === 'well' ? `, ${sections.size} section${sections.size === 1 ? '' : 's'} cleared` : ''}.`,
        );
    }
  });
  const all = [...tree.under.keys()];
  const remaining = low.map((sections) => [...sections].filter((section) => !cleared.has(section)));
  const empty = remaining.findIndex((sections) => sections.length === 0);
  if (empty >= 0)
    return {
      ok: false,
      problem:
        'The readings contradict one another: a side that read low holds only sections that read well elsewhere. Repeat the last opening.',
    };
  const apart = remaining.some((one, i) =>
    remaining.slice(i + 1).some((two) => !one.some((section) => two.includes(section))),
  );
  if (apart)
    reasons.push(
      'Two sides that share no section both read low: there are at least two faults. This follows the smaller one first.',
    );

  // One fault is sought at a time: the smallest low part that is left.
  const part =
    remaining.length > 0
      ? remaining.reduce((least, one) => (one.length < least.length ? one : least))
      : all.filter((section) => !cleared.has(section));
  if (part.length === 0)
    return {
      ok: false,
      problem:
        'Every section reads well by itself: the fault has gone, or it is in what was left connected. Test the whole circuit again.',
    };
  const kind = new Map(points.map((p) => [p.id, p.kind]));
  const weight = (section: string) => suspicion[kind.get(section) ?? 'socket'];
  const total = part.reduce((sum, section) => sum + weight(section), 0);
  const suspects = part
    .map((section) => ({ section, share: weight(section) / total }))
    .sort((a, b) => b.share - a.share);
  const opened = new Set(openings.map((o) => o.before));
  const next = part.length > 1 ? bestOpening(tree, part, opened, weight, total) : null;
  return {
    ok: true,
    location: {
      suspects,
      cleared: [...cleared],
      next,
      openingsLeft: next ? expectedOpenings(tree, part, opened, weight) : 0,
      faults: apart ? 'at least two' : 'one',
      reasons,
    },
  };
}

type Tree = {
  readonly parent: ReadonlyMap<string, string | null>;
  readonly under: ReadonlyMap<string, ReadonlySet<string>>;
};

function treeOf(points: readonly LocationPoint[]): Tree | { readonly problem: string } {
  if (points.length === 0) return { problem: 'The circuit has no points.' };
  const parent = new Map<string, string | null>();
  for (const point of points) {
    if (parent.has(point.id)) return { problem: `Point ${point.id} is there twice.` };
    parent.set(point.id, point.after);
  }
  const under = new Map(points.map((p) => [p.id, new Set<string>()]));
  for (const point of points) {
    const seen = new Set<string>();
    for (let at: string | null = point.id; at !== null; at = parent.get(at) ?? null) {
      if (seen.has(at))
        return {
          problem: `The points run in a circle at ${at}: insulation is halved on a circuit opened into a tree.`,
        };
      if (!parent.has(at)) return { problem: `Point ${point.id} comes after ${at}, which is not there.` };
      seen.add(at);
      under.get(at)?.add(point.id);
    }
  }
  return { parent, under };
}

/** Sections that hang together with a point (null: the board) while some openings are open. */
function connected(tree: Tree, from: string | null, open: ReadonlySet<string>): Set<string> {
  const children = (of: string | null) => [...tree.parent].filter(([, parent]) => parent === of).map(([id]) => id);
  // Up to the nearest opening or the board, then everything below that is not behind another opening.
  let top = from;
  while (top !== null && !open.has(top)) top = tree.parent.get(top) ?? null;
  const sections = new Set<string>();
  const visit = (id: string) => {
    sections.add(id);
    children(id)
      .filter((child) => !open.has(child))
      .forEach(visit);
  };
  if (top !== null) visit(top);
  else
    children(null)
      .filter((child) => !open.has(child))
      .forEach(visit);
  return sections;
}

function bestOpening(
  tree: Tree,
  part: readonly string[],
  opened: ReadonlySet<string>,
  weight: (section: string) => number,
  total: number,
): { before: string; farShare: number } | null {
  let found: { before: string; farShare: number } | null = null;
  for (const before of part) {
    if (opened.has(before)) continue;
    const far = part.filter((section) => tree.under.get(before)?.has(section));
    if (far.length === part.length) continue;
    const farShare = far.reduce((sum, section) => sum + weight(section), 0) / total;
    if (!found || Math.abs(farShare - 0.5) < Math.abs(found.farShare - 0.5) - 1e-12) found = { before, farShare };
  }
  return found;
}

/** Openings to be expected from here, each weighed by the belief in its outcome. */
function expectedOpenings(
  tree: Tree,
  part: readonly string[],
  opened: ReadonlySet<string>,
  weight: (section: string) => number,
): number {
  const total = part.reduce((sum, section) => sum + weight(section), 0);
  const next = part.length > 1 ? bestOpening(tree, part, opened, weight, total) : null;
  if (!next) return 0;
  const far = part.filter((section) => tree.under.get(next.before)?.has(section));
  const near = part.filter((section) => !far.includes(section));
  const then = new Set([...opened, next.before]);
  return (
    1 +
    next.farShare * expectedOpenings(tree, far, then, weight) +
    (1 - next.farShare) * expectedOpenings(tree, near, then, weight)
  );
}

export type InsulationPattern = { readonly cause: string; readonly first: string };

/**
 * What the three pair readings of one circuit say together, before anything is opened. Megohms; null where not read.
 * `limit` is the least that counts as well.
 */
export function insulationPattern(
  pairs: { readonly ln: number | null; readonly le: number | null; readonly ne: number | null },
  limit: number,
): InsulationPattern | null {
  const low = (value: number | null) => value !== null && value < limit;
  const { ln, le, ne } = pairs;
  if (!low(ln) && !low(le) && !low(ne)) return null;
  if (ne !== null && ne < 0.001)
    return {
      cause:
        'Neutral and earth are joined: a borrowed neutral whose other end is still on an earthed bar, or a plain fault.',
      first:
        "Take the other circuits' neutrals off the bar and read again; then continuity between the two neutrals with both off.",
    };
  if (low(ln) && low(le) && low(ne))
    return {
      cause:
        'All pairs are low: a load left in makes line and neutral look alike, so the earth fault cannot be told apart yet; else damp, or cable damaged right through.',
      first: 'Clear line to neutral first: lamps, loads, neons, electronics out. Then read again.',
    };
  if (low(ln) && !low(le) && !low(ne))
    return {
      cause: 'Line to neutral alone is low: a load or neon was left connected.',
      first: 'Unplug and switch away, take lamps out, then read again.',
    };
  if (low(le) && low(ne))
    return {
      cause:
        'Both live conductors are low to earth: damp, or damage to the cable, with the load between them still possible.',
      first:
        'Clear line to neutral first if it has not been read; then halve the circuit, outdoor and wet places first.',
    };
  if (low(le))
    return {
      cause: 'Line alone is low to earth: that conductor is damaged or pinched.',
      first: 'Halve the circuit testing line to earth.',
    };
  return {
    cause:
      'Neutral alone is low to earth: that conductor is damaged. An RCD fitted ahead of it would trip as soon as it carries load.',
    first: 'Halve the circuit testing neutral to earth.',
  };
}
