/**
 * How sure a figure is: read from the table, computed from a formula, recalled and still to be checked, or a habit of
 * practice the standard does not fix.
 */
export type Confidence = 'table' | 'formula' | 'recheck' | 'practice';

export type FuseLimitRow = {
  readonly standard: string;
  readonly type: string;
  readonly ratingAmps: number;
  readonly seconds: number;
  readonly maxZsOhms: string;
  readonly confidence: 'table' | 'recheck';
};

/** A circuit-breaker family: its operating current is a multiple of its rating. */
export type BreakerRow = {
  readonly standards: readonly string[];
  readonly type: string;
  /** Multiple of In that operates the breaker within 0.4 s. */
  readonly instantMultiple: number;
  /** Multiple of In that operates it within 5 s. */
  readonly fiveSecondMultiple: number;
  readonly ratingsAmps: readonly number[];
};

export type BreakingCapacityRow = {
  readonly standard: string;
  readonly mark: string;
  readonly ratedKiloamps: string;
  readonly serviceKiloamps: string | null;
  readonly note: string;
};

export type ResidualTimeRow = {
  readonly standard: string;
  readonly kind: string;
  readonly multiple: string;
  readonly minMillis: number | null;
  readonly maxMillis: number | null;
  readonly note: string;
};

export type ConductorRow = {
  readonly material: 'copper' | 'aluminium';
  readonly csaMm2: number;
  readonly milliohmsPerMetre: string;
};

export type ImperialConductorRow = {
  readonly designation: string;
  readonly strands: number;
  readonly strandDiameterInch: number;
  readonly csaMm2: number;
};

export type TwinAndEarthRow = { readonly liveMm2: number; readonly cpcMm2: number; readonly era: string };

export const referenceMethods = ['A', 'C', '100', '101', '102', '103'] as const;
export type ReferenceMethod = (typeof referenceMethods)[number];

export type CableCapacityRow = {
  readonly liveMm2: number;
  readonly amps: Readonly<Record<ReferenceMethod, number>>;
};

/** A row of Table 64: what a circuit of this nominal voltage is tested at and what it has to reach. */
export type InsulationTest = {
  readonly circuit: 'extra-low' | 'up to 500 V' | 'above 500 V';
  readonly testVolts: 250 | 500 | 1000;
  readonly minimumMegohms: SourcedFigure;
};

export type InspectionItem = {
  readonly item: string;
  readonly section: string;
  readonly confirm: string;
  readonly regulations: string;
};

/** A single figure with where it comes from. */
export type SourcedFigure = { readonly value: string; readonly source: string; readonly confidence: Confidence };

/** What a load is for, where diversity counts. */
export const demandPurposes = [
  'lighting',
  'heating',
  'cooking',
  'instant water',
  'stored water',
  'floor warming',
  'storage heating',
  'vehicle charging',
  'heat pump',
  'other sockets',
  'sockets',
  'other',
] as const;
export type DemandPurpose = (typeof demandPurposes)[number];

export type DiversityRule =
  | { readonly kind: 'share'; readonly percent: number }
  | { readonly kind: 'above'; readonly wholeAmps: number; readonly percentAbove: number }
  | {
      readonly kind: 'each above';
      readonly wholeAmps: number;
      readonly percentAbove: number;
      readonly socketAmps: number;
    }
  | { readonly kind: 'largest'; readonly whole: number; readonly percentOfRest: number };
export type DiversityRow = { readonly purpose: DemandPurpose; readonly rule: DiversityRule };

/** How conductors warm under load, by how they are run. */
export type HotWiring =
  'thermoplastic 70 °C, CPC in the cable' | 'thermosetting 90 °C, CPC in the cable' | 'CPC run separately';

/** Figures of circuit design. */
export type DesignRules = {
  readonly ringDeviceAmps: readonly number[];
  readonly ringCableAmps: SourcedFigure;
  /** How far r1 and rn of a sound ring may be apart, and readings at its sockets from their quarter, in ohm. */
  readonly ringAgreeOhms: SourcedFigure;
  /** How far r2 ÷ r1 may be from the cable's own ratio, as a share of it. */
  readonly ringRatioShare: SourcedFigure;
  readonly rewireableFactor: SourcedFigure;
  /** Live conductors of a ring, by wiring. */
  readonly ringLeastMm2: { readonly other: SourcedFigure; readonly mineral: SourcedFigure };
  /** Beyond so many metres a run is allowed more drop for each, up to a share. */
  readonly longRun: {
    readonly metres: number;
    readonly percentPerMetre: string;
    readonly mostPercent: string;
    readonly source: string;
  };
  readonly dropPercent: { readonly lighting: SourcedFigure; readonly other: SourcedFigure };
  /** How much a line conductor and its CPC rise from 20 °C to their working temperature. */
  readonly hotFactors: Readonly<Record<HotWiring, { readonly line: SourcedFigure; readonly cpc: SourcedFigure }>>;
  readonly notExtraneousMegohms: SourcedFigure;
  /** The longest time a fault may last, in seconds: short for final circuits up to these ratings, long for the rest. */
  readonly disconnection: {
    readonly shortUpToAmps: { readonly sockets: number; readonly fixed: number };
    readonly seconds: Readonly<Record<'TN' | 'TT', { readonly short: number; readonly long: number }>>;
    readonly source: string;
  };
  /** Factors on Iz: the first row that reaches the value counts (Tables 4B1, 4C1 and 52.2). */
  readonly correction: Readonly<
    Record<
      'ambient' | 'grouping' | 'insulation',
      readonly { readonly upTo: number; readonly factor: string; readonly source: string }[]
    >
  >;
  /** Table 54.7: the earthing conductor by the size of the tails; the size itself, one size, or a share of it. */
  readonly earthingByTails: readonly {
    readonly tailsUpToMm2: number | null;
    readonly leastMm2: number | 'as the tails' | 'half the tails';
  }[];
  /** The share of its residual current that may leak standing behind an RCD, and the RCD reckoned with in milliampere. */
  readonly residualLeakage: { readonly share: string; readonly ofMilliamps: number; readonly source: string };
  /** What meter tails of sheathed singles carry, clipped direct, by their size in mm². */
  readonly tails: readonly { readonly csaMm2: number; readonly amps: SourcedFigure }[];
  /** 543.1.1: least CPC that is no core of a cable, in mm² of copper. */
  readonly separateCpcMm2: Readonly<Record<'protected' | 'unprotected', string>>;
  /** How much more aluminium than copper the same conductance takes. */
  readonly aluminiumToCopper: SourcedFigure;
  /** Table 54.1: least copper of an earthing conductor in the ground, without protection against damage, in mm². */
  readonly buriedMm2: Readonly<Record<'protected against corrosion' | 'not protected', number>>;
  /** Main bonding: half the earthing conductor, within these sizes in mm² (544.1.1). */
  readonly bondingMm2: { readonly least: number; readonly most: number };
};
