/** One measured figure, as docs/benchmarks.md lists it. */
export type Figure = {
  readonly what: string;
  readonly unit: string;
  readonly median: number;
  readonly p95: number;
  readonly times: number;
  readonly aim?: string;
};

const at = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;

export function figureOf(what: string, unit: string, samples: readonly number[], aim?: string): Figure {
  const sorted = [...samples].sort((a, b) => a - b);
  return { what, unit, median: at(sorted, 0.5), p95: at(sorted, 0.95), times: sorted.length, ...(aim ? { aim } : {}) };
}

/** Milliseconds of `work`, warm: some runs first that do not count. */
export async function timed(
  times: number,
  work: (round: number) => unknown,
  warm = Math.min(times, 100),
): Promise<number[]> {
  const samples: number[] = [];
  for (let round = -warm; round < times; round += 1) {
    const from = performance.now();
    await work(round);
    if (round >= 0) samples.push(performance.now() - from);
  }
  return samples;
}

/** Figures travel between our processes as one JSON line each. */
export const tell = (figure: Figure): boolean => process.stdout.write(`${JSON.stringify(figure)}\n`);
