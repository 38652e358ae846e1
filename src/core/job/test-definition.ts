import type { Measure, Slot, Subject } from '../installation/slot';
import type { Way } from '../installation/way';
import type { Judgement } from '../words/judgement';
import type { ReadingSpec } from '../quantity/parse-reading';
import type { ReadingValue } from '../quantity/reading-value';
import type { How, LoopMethod } from './kinds/reading';
import type { JobView } from './view';

/** The order of verification (643.1): a failure found in one is mended, then it and those before it are repeated. */
export const testOrder = ['continuity', 'insulation', 'polarity', 'loop', 'residual', 'functional'] as const;
type PlaceInOrder = (typeof testOrder)[number];

/** A value as it was obtained. */
export type Obtained = {
  readonly value: ReadingValue;
  readonly how: How;
  readonly testVolts: number | null;
  readonly method?: LoopMethod | undefined;
};

/** Where on the screens a slot is filled. */
type SlotHome =
  { readonly stage: 'origin' } | { readonly stage: 'circuits' } | { readonly stage: 'tests'; readonly bench: string };

/** How a slot stands as a column of the circuit ledger, from left to right by `place`. */
type LedgerColumn = {
  readonly place: number;
  readonly heading: string;
  readonly spoken: string;
  readonly width: string;
  readonly hint: string;
};

/** How a slot stands as a column of a printed schedule of test results. */
type PaperColumn = {
  readonly place: number;
  readonly heading: string;
  readonly width: number;
  readonly align: 'left' | 'right' | 'center';
};

/** One measure on one sort of subject: what it takes, when it is due, how it is judged. */
export type SlotDefinition = {
  readonly on: Subject['of'];
  readonly measure: Measure;
  /** Full name, as spoken: "Zs", "insulation resistance, line to earth". */
  readonly name: string;
  /** Short heading for a column. */
  readonly symbol: string;
  readonly spec: ReadingSpec;
  /** Which of several readings that stand together governs. */
  readonly governs: 'highest' | 'lowest' | 'latest';
  /** The measure of the whole circuit its readings count with: read at a point, or of one pair. */
  readonly countsWith?: Measure;
  /** Made dead: each reading belongs to an isolation record in force, or says why not. */
  readonly dead: boolean;
  /** Read of a device: it serves every circuit behind the same one. */
  readonly ofDevice?: boolean;
  /** On three phases it may be read phase by phase too: those readings count with the one that says no phase. */
  readonly byPhase?: boolean;
  readonly order: PlaceInOrder;
  readonly home: SlotHome;
  /** The caution that belongs to the step, shown once, plainly, before it is taken. */
  readonly caution?: string;
  readonly column?: LedgerColumn;
  readonly paper?: PaperColumn;
  /** Whether it has a meaning on this circuit: ring figures of a radial have none. */
  readonly applies?: (way: Way) => boolean;
  /** Whether a document wants it of this subject. */
  readonly due?: (view: JobView, on: Subject) => boolean;
  /** Judges a value as if it stood here, in the light of the whole job. */
  readonly judge: (view: JobView, slot: Slot, obtained: Obtained) => Judgement;
};

/** A family of tests: one folder, one line in the catalogue. */
export type TestDefinition = {
  readonly family: string;
  readonly title: string;
  readonly slots: readonly SlotDefinition[];
  /** The tests of its bench that may have found a fault, the one that finds most first. */
  readonly finders: readonly Measure[];
};
