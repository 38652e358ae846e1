import type { Measure, Slot, Subject } from '../installation/slot';
import type { Way } from '../installation/way';
import type { Judgement } from '../words/judgement';
import type { ReadingSpec } from '../quantity/parse-reading';
import type { ReadingValue } from '../quantity/reading-value';
import type { How, LoopMethod } from './kinds/reading';
import type { Task } from './task';
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

/** How a slot of a circuit stands as a column of a printed schedule of test results; of the supply or a board, as a fact. */
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
  /** Whether the page of the origin has a cell for it though no document wants it. */
  readonly offered?: (view: JobView) => boolean;
  /** Judges a value as if it stood here, in the light of the whole job. */
  readonly judge: (view: JobView, slot: Slot, obtained: Obtained) => Judgement;
};

/** The circuits a plan of tests goes through: those with a load, and which of them are rings. */
export type PlannedCircuits = {
  readonly ways: readonly Way[];
  readonly rings: readonly Way[];
  readonly radials: readonly Way[];
};

/** One stop of the work: at the origin, at a board, or one walk through the rooms. */
export type StepFrame = {
  readonly id: string;
  readonly where: 'origin' | 'board' | 'rooms';
  readonly live: boolean;
  readonly title: string;
  /** What to do with hands before the readings: links, lamps, switches. */
  readonly first: string | null;
  /** Of a live step, what it waits for beside links that are still in: power, or a CPC that was proved too. */
  readonly waitsFor?: 'power' | 'cpc';
};

/** How a test is set up and done: function, range, leads, which probe first on and last off, what to look at. */
export type TestCard = {
  readonly id: string;
  readonly test: string;
  readonly dead: boolean;
  readonly before: readonly string[];
  readonly caution: string;
  readonly function: string;
  readonly range: string;
  readonly leads: string;
  readonly probesOn: readonly string[];
  readonly probesOff: readonly string[];
  readonly takes: { readonly what: string; readonly unit: string };
  readonly companions: readonly string[];
  readonly after: readonly string[];
  readonly commonMistakes: readonly string[];
  readonly ifOdd: readonly { readonly sees: string; readonly think: string; readonly do: string }[];
  readonly regulations: readonly string[];
};

/** A family of tests and everything that is particular to it: one folder, one line in the list. */
export type TestDefinition<Family extends string = string, Bench extends string = string> = {
  readonly family: Family;
  readonly title: string;
  /** Its page among the tests; null where its readings are taken on the page of another. */
  readonly bench: { readonly name: Bench; readonly title: string } | null;
  /** How each of its tests is done, in the order they are made: a card of the collection by its id, or one of its own. */
  readonly cards: readonly (string | TestCard)[];
  /** Steps of its own in the plan of tests, beside those every plan goes through. */
  readonly steps?: readonly StepFrame[];
  /** What it asks for in each step of the plan, by the id of the step. */
  readonly plan?: (view: JobView, circuits: PlannedCircuits) => Readonly<Record<string, readonly Task[]>>;
  readonly slots: readonly SlotDefinition[];
  /** The tests of its bench that may have found a fault, the one that finds most first. */
  readonly finders: readonly Measure[];
};
