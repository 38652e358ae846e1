/** Numbers from 0 up to 1 in an order that follows from a text alone: the same text, the same numbers. */
export function seeded(text: string): () => number {
  let state = 0x811c9dc5;
  for (let at = 0; at < text.length; at += 1) state = Math.imul(state ^ text.charCodeAt(at), 0x01000193) >>> 0;
  return () => {
    state = (state + 0x9e3779b9) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 16), 0x21f0aaad);
    mixed = Math.imul(mixed ^ (mixed >>> 15), 0x735a2d97);
    return ((mixed ^ (mixed >>> 15)) >>> 0) / 4294967296;
  };
}

/** Draws from numbers of a seed. */
export class Draw {
  constructor(readonly random: () => number) {}

  between = (least: number, most: number): number => least + (most - least) * this.random();
  /** Between two figures, every tenfold as likely. */
  spread = (least: number, most: number): number => least * (most / least) ** this.random();
  whole = (least: number, most: number): number => Math.floor(this.between(least, most + 1 - 1e-9));
  /** One of a list; throws where there is none. */
  one<T>(of: readonly T[]): T {
    const found = of[Math.floor(this.random() * of.length)];
    if (found === undefined) throw new RangeError('Nothing to draw from');
    return found;
  }
  shuffled<T>(of: readonly T[]): T[] {
    return of
      .map((each) => [this.random(), each] as const)
      .sort(([a], [b]) => a - b)
      .map(([, each]) => each);
  }
  /** One of a list, by weight. */
  weighted<T extends { readonly weight: number }>(of: readonly T[]): T {
    let left = this.random() * of.reduce((sum, { weight }) => sum + weight, 0);
    return of.find(({ weight }) => (left -= weight) < 0) ?? this.one(of);
  }
}
