import type {
  BreakerRow,
  BreakingCapacityRow,
  CableCapacityRow,
  ConductorRow,
  DesignRules,
  DiversityRow,
  FindingRow,
  FuseLimitRow,
  ImperialConductorRow,
  InspectionItem,
  InsulationTest,
  ResidualTimeRow,
  SourcedFigure,
  TwinAndEarthRow,
} from './rows';

export const editionIds = ['bs7671-2018-a2', 'bs7671-2018-a3'] as const;
export type EditionId = (typeof editionIds)[number];

/** Everything an edition of the standard says that the application uses: data only, one pack an edition. */
export type EditionPack = {
  readonly id: EditionId;
  readonly title: string;
  readonly shortTitle: string;
  readonly nominalVolts: SourcedFigure;
  /** Cmin, the least of the supply's voltage in service. */
  readonly minimumVoltageFactor: SourcedFigure;
  /** Share of the table value a reading at ambient temperature is compared with. */
  readonly ambientFactor: SourcedFigure;
  readonly fuseLimits: readonly FuseLimitRow[];
  readonly breakers: readonly BreakerRow[];
  readonly breakingCapacities: readonly BreakingCapacityRow[];
  readonly residualTimes: readonly ResidualTimeRow[];
  readonly touchVolts: SourcedFigure;
  readonly insulation: {
    /** Table 64: test voltage and least resistance by the circuit's nominal voltage. */
    readonly tests: readonly InsulationTest[];
    readonly investigateBelowMegohms: SourcedFigure;
    readonly expectedWhenNewMegohms: SourcedFigure;
  };
  readonly externalLoop: Readonly<Record<'TN-C-S' | 'TN-S' | 'TT', SourcedFigure>>;
  readonly bondingRuleOfThumbOhms: SourcedFigure;
  readonly supplyVoltsLow: SourcedFigure;
  readonly supplyVoltsHigh: SourcedFigure;
  /** Table 54.8: least copper bonding size by the supply neutral's size, where the supply is PME. */
  readonly protectiveMultipleEarthing: readonly { readonly neutralUpToMm2: number | null; readonly leastMm2: number }[];
  readonly conductors: readonly ConductorRow[];
  readonly imperialConductors: readonly ImperialConductorRow[];
  readonly twinAndEarth: readonly TwinAndEarthRow[];
  readonly cableCapacities: readonly CableCapacityRow[];
  readonly inspectionEicr: readonly InspectionItem[];
  readonly inspectionEic: readonly InspectionItem[];
  readonly findings: readonly FindingRow[];
  readonly diversity: readonly DiversityRow[];
  readonly design: DesignRules;
};
