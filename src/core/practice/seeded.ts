import { randomFrom } from '../physics/seeded-random';

/** Numbers from 0 up to 1 in an order that follows from a text alone: the same text, the same numbers. */
export function seeded(text: string): () => number {
  let seed = 0x811c9dc5;
  for (let at = 0; at < text.length; at += 1) seed = Math.imul(seed ^ text.charCodeAt(at), 0x01000193) >>> 0;
  return randomFrom(seed);
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
