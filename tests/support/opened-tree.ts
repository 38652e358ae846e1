/** A circuit of sections with faults in some, opened and read as a tester would read it: low where a piece holds a fault. */
export type Section = { readonly id: string; readonly after: string | null; readonly kind: 'socket' };

export const randomSections = (random: () => number, count: number, branching: number): Section[] =>
  Array.from({ length: count }, (_, i) => ({
    id: `S${i}`,
    after: i === 0 ? null : random() < branching ? `S${Math.floor(random() * i)}` : `S${i - 1}`,
    kind: 'socket',
  }));

/** Both sides at an opening, the others still open: pieces are what pairs of neighbours not parted join up to. */
export function readSides(
  sections: readonly Section[],
  faults: ReadonlySet<string>,
  open: ReadonlySet<string>,
  before: string,
): { boardSide: 'low' | 'well'; farSide: 'low' | 'well' } {
  const piece = new Map<string, string>([
    ['board', 'board'],
    ...sections.map(({ id }) => [id, id] as [string, string]),
  ]);
  const joined = sections.filter(({ id }) => !open.has(id));
  for (let changed = true; changed;) {
    changed = false;
    for (const { id, after } of joined) {
      const [one, two] = [piece.get(id) ?? id, piece.get(after ?? 'board') ?? 'board'];
      if (one === two) continue;
      for (const [section, of] of piece) if (of === one) piece.set(section, two);
      changed = true;
    }
  }
  const state = (of: string | undefined) => ([...faults].some((fault) => piece.get(fault) === of) ? 'low' : 'well');
  const after = sections.find(({ id }) => id === before)?.after ?? 'board';
  return { boardSide: state(piece.get(after)), farSide: state(piece.get(before)) };
}
