import type { FactRule } from './guidance';
import type {
  BreakerRow,
  BreakingCapacityRow,
  CableCapacityRow,
  ConductorRow,
  DesignRules,
  DiversityRow,
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
export const isHeld = (id: string): id is EditionId => (editionIds as readonly string[]).includes(id);

/** Subjects that an inspection item stands for, where a judgement or the assessment has to point at it. */
export type ItemRole =
  | 'intake'
  | 'supply polarity'
  | 'bonding'
  | 'bonding size'
  | 'supplementary bonding'
  | 'breaking capacity'
  | 'insulation'
  | 'ring'
  | 'overload'
  | 'accessory'
  | 'termination'
  | 'switching'
  | 'cpc'
  | 'fault protection'
  | 'polarity'
  | 'rcd button'
  | 'rcd time'
  | 'rcd on sockets'
  | 'rcd on lights'
  | 'rcd in bath rooms'
  | 'rcd fault protection'
  | 'earthing size'
  | "distributor's earth"
  | 'electrode'
  | 'tails'
  | 'capacity'
  | 'single pole';

/** Figures of practice, by what they are for. */
type Tolerance =
  | 'assemblyKiloamps'
  | 'declaredKiloamps'
  | 'faultCurrentShareLeast'
  | 'faultCurrentShareMost'
  | 'electrodeStableOhms'
  | 'electrodePlateauShare'
  | 'neutralEarthVolts'
  | 'supplyFarShare'
  | 'radialOhms'
  | 'radialShare'
  | 'radialLowOhms'
  | 'bondingJointOhms'
  | 'bondingShare'
  | 'bondingParallelShare'
  | 'bondingParallelOhms'
  | 'loopOhms'
  | 'loopShare'
  | 'noTripOhms'
  | 'ringCableShare';

/** Everything an edition of the standard says that the application uses: data only, one pack an edition. */
export type EditionPack = {
  readonly id: EditionId;
  readonly title: string;
  readonly shortTitle: string;
  /** Where a firm told it to the application itself: the pack it starts from, and in how many rows it differs. */
  readonly ownPack?: { readonly from: string; readonly rows: number };
  readonly nominalVolts: SourcedFigure;
  readonly nominalHertz: SourcedFigure;
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
  /** Of the copper of old stranded sizes with the lay of their strands, in milliohm square millimetre per metre. */
  readonly imperialResistivity: SourcedFigure;
  readonly twinAndEarth: readonly TwinAndEarthRow[];
  readonly cableCapacities: readonly CableCapacityRow[];
  /** What certain items of the condition report's schedule are about: code asks for the role, never for a number. */
  readonly itemRoles: Readonly<Record<ItemRole, readonly string[]>>;
  /** The same for the schedule of an installation certificate, whose items each stand for several subjects. */
  readonly itemRolesEic: Readonly<Record<ItemRole, readonly string[]>>;
  /** What of the premises makes an item of the condition report apply, whatever anybody thinks. */
  readonly itemPresence: Readonly<Record<string, FactRule>>;
  /** The same for an installation certificate, where the extent of the work may leave out what is there. */
  readonly itemPresenceEic: Readonly<Record<string, FactRule>>;
  readonly inspectionEicr: readonly InspectionItem[];
  readonly inspectionEic: readonly InspectionItem[];
  readonly diversity: readonly DiversityRow[];
  readonly design: DesignRules;
  readonly tolerances: Readonly<Record<Tolerance, SourcedFigure>>;
};
