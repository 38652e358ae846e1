import type { ConductorPair } from './ring-model';

/** What stood on the ohmmeter: ohms, no path, or a figure that moved when the plug was rocked. */
export type RingReading = number | 'open' | { readonly low: number; readonly high: number };

export type RingReadings = {
  readonly sockets: number;
  /** Whether the readings are in the order of the sockets along the ring. */
  readonly ordered: boolean;
  readonly ends: {
    readonly r1?: RingReading | null;
    readonly rn?: RingReading | null;
    readonly r2?: RingReading | null;
  };
  readonly step2: readonly (RingReading | null)[];
  readonly step3: readonly (RingReading | null)[];
  /** Step 2 again with the legs linked same side on purpose: locates a joint. */
  readonly sameSide?: readonly (RingReading | null)[];
  /** CPC to line resistance of the cable as recorded, where it is known: 1.63 for 2.5/1.5. */
  readonly cableRatio?: number;
  /** Other pairs tried at a socket while linked for a step. */
  readonly tried?: readonly {
    readonly socket: number;
    readonly step: 2 | 3;
    readonly pair: ConductorPair;
    readonly reading: RingReading;
  }[];
  /** Standard deviation of a reading in ohm, besides its resolution. */
  readonly noiseOhms?: number;
  readonly resolutionOhms?: number;
};

/** One reading as evidence: null where it was open, with how far it may be off. */
export type Observed = {
  readonly socket: number;
  readonly step: Linked;
  readonly pair: ConductorPair;
  readonly value: number | null;
  readonly sigma: number;
};
/** How the ring is linked for a reading: for step 2, for step 3, or same side on purpose. */
export type Linked = 2 | 3 | 'same';
export type Evidence = {
  readonly bySocket: readonly (readonly Observed[])[];
  readonly ends: readonly {
    readonly conductor: 'L' | 'N' | 'C';
    readonly value: number | null;
    readonly sigma: number;
  }[];
  readonly count: number;
  /** Standard deviation of a small reading, in ohm, told or estimated. */
  readonly sigma: number;
  readonly unstable: ReadonlySet<number>;
  readonly ordered: boolean;
  readonly cableRatio: number | null;
  readonly sameSide: boolean;
  /** Whether every end and both steps at every socket were read, and how many of all readings were open. */
  readonly complete: boolean;
  readonly opens: number;
};

const accuracy = 0.008;
/** What a reading usually scatters by, in ohm, and how many readings that is worth. */
const usualNoise = 0.012;
const usualWorth = 6;

/**
 * How much the readings scatter, in ohm, from how far each is from the line between the two beside it, whatever shape the
 * ring gives them; a few that stand out count for little. Without an order there are no two beside it: the usual.
 */
function noiseIn({ ordered, step2, step3 }: RingReadings): number {
  const figures = (values: readonly (RingReading | null)[]) =>
    values.map((value) => (typeof value === 'number' ? value : null));
  const bends = (values: readonly (number | null)[]) =>
    values.flatMap((value, i) => {
      const [before, after] = [values[i - 1], values[i + 1]];
      return value === null || before == null || after == null
        ? []
        : [Math.abs(before - 2 * value + after) / Math.sqrt(6)];
    });
  if (!ordered) return usualNoise;
  const away = [...bends(figures(step2)), ...bends(figures(step3))];
  const spread = (median(away) ?? usualNoise / 1.4826) * 1.4826;
  const worth = away.length / 2;
  const squared = (usualWorth * usualNoise ** 2 + worth * spread ** 2) / (usualWorth + worth);
  return Math.min(0.05, Math.max(0.006, Math.sqrt(squared)));
}

/** A ring's readings laid out by socket, each with its uncertainty. */
export function evidenceOf(readings: RingReadings): Evidence {
  const { noiseOhms = noiseIn(readings), resolutionOhms = 0.01 } = readings;
  const floor = Math.hypot(noiseOhms, resolutionOhms / Math.sqrt(12));
  /** An ohmmeter is good for a share of what it shows besides its last digit. */
  const sigmaOf = (value: number) => Math.hypot(floor, accuracy * value);
  const unstable = new Set<number>();
  const figure = (reading: RingReading, socket: number | null) => {
    if (reading === 'open') return { value: null, sigma: floor };
    if (typeof reading !== 'object') return { value: reading, sigma: sigmaOf(reading) };
    if (socket !== null) unstable.add(socket);
    const value = (reading.low + reading.high) / 2;
    return { value, sigma: sigmaOf(value) + (reading.high - reading.low) / 4 };
  };
  const bySocket = Array.from({ length: readings.sockets }, (_, socket): Observed[] => {
    const of = (step: Linked, pair: ConductorPair, reading: RingReading | null | undefined): Observed[] =>
      reading === null || reading === undefined ? [] : [{ socket, step, pair, ...figure(reading, socket) }];
    return [
      ...of(2, ['L', 'N'], readings.step2[socket]),
      ...of(3, ['L', 'C'], readings.step3[socket]),
      ...of('same', ['L', 'N'], readings.sameSide?.[socket]),
      ...(readings.tried ?? []).filter((t) => t.socket === socket).flatMap((t) => of(t.step, t.pair, t.reading)),
    ];
  });
  const ends = (
    [
      ['L', readings.ends.r1],
      ['N', readings.ends.rn],
      ['C', readings.ends.r2],
    ] as const
  ).flatMap(([conductor, reading]) =>
    reading === null || reading === undefined ? [] : [{ conductor, ...figure(reading, null) }],
  );
  const opens = [...ends, ...bySocket.flat()].filter((o) => o.value === null).length;
  const complete =
    ends.length === 3 && bySocket.every((list) => list.some((o) => o.step === 2) && list.some((o) => o.step === 3));
  return {
    bySocket,
    ends,
    unstable,
    opens,
    complete,
    ordered: readings.ordered,
    cableRatio: readings.cableRatio ?? null,
    sameSide: readings.sameSide !== undefined,
    sigma: floor,
    count: ends.length + bySocket.reduce((sum, list) => sum + list.length, 0),
  };
}

export const median = (values: readonly number[]): number | null => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted.length === 0 ? null : (sorted[Math.floor(sorted.length / 2)] ?? null);
};
