/** A resistance between two named terminals. Zero ohm is a join; infinite is no connection at all. */
export type Resistor = { readonly id: string; readonly a: string; readonly b: string; readonly ohms: number };

/** An ideal source that holds `plus` this many volts above `minus`. */
export type Source = { readonly id: string; readonly plus: string; readonly minus: string; readonly volts: number };

/** Conductors and what joins them. A terminal exists by being named. */
export type Network = {
  readonly resistors: readonly Resistor[];
  /** Terminals that are one point: links of no resistance. */
  readonly joins: readonly (readonly [string, string])[];
  readonly sources?: readonly Source[];
  /** Terminals that exist though nothing is connected to them. */
  readonly terminals?: readonly string[];
};

/** What cannot be solved, and where: never a silent number. */
export type NetworkProblem = { readonly ok: false; readonly problem: string };
