import type { OwnEdition } from '../edition/own-edition';
import type { Streamed } from '../ledger/stream';
import type { CardNote } from './kinds/card';
import type { StatedAccuracy } from '../quantity/stated-accuracy';
import type { CalibrationMade, Check, Look } from './kinds/check';
import type { Client } from './kinds/client';
import type { Defaults } from './kinds/defaults';
import type { Missed } from './kinds/kit';
import type { Installation } from './kinds/installation';
import type { FirmInstrument } from './kinds/instrument';
import type { Particulars } from './kinds/particulars';
import type { Invitation, Person } from './kinds/person';
import type { Price } from './kinds/price';
import type { MoneyFields } from './kinds/money';
import type { SavedView } from './kinds/saved-view';
import type { Reminder } from './kinds/reminder';
import { type DayRules, type Visit, usualDay } from './kinds/visit';

/** A firm as it stands: the fold of its own stream. */
export type FirmState = Streamed & {
  readonly particulars: Particulars;
  readonly defaults: Defaults;
  /** Editions the firm told of, as each stands now. */
  readonly editions: ReadonlyMap<string, OwnEdition>;
  /** Who the firm works for, and where. */
  readonly clients: ReadonlyMap<string, Client>;
  readonly installations: ReadonlyMap<string, Installation>;
  /** Who goes where and when, and how a day is laid out. */
  readonly visits: ReadonlyMap<string, Visit>;
  readonly day: DayRules;
  /** The last letter about each thing that is due. */
  readonly reminders: ReadonlyMap<string, Reminder>;
  readonly instruments: ReadonlyMap<string, FirmInstrument>;
  /** What told whether an instrument is sound, each in the order it was recorded. */
  readonly checks: readonly Check[];
  readonly calibrations: readonly CalibrationMade[];
  readonly looks: readonly Look[];
  /** What the maker of an instrument says of its accuracy. */
  readonly accuracies: ReadonlyMap<string, StatedAccuracy>;
  /** What was not in the van when it was wanted. */
  readonly missed: ReadonlyMap<string, Missed>;
  /** Lists of jobs kept by name. */
  readonly views: ReadonlyMap<string, SavedView>;
  /** What jobs were agreed at and cost, by job. */
  readonly money: ReadonlyMap<string, MoneyFields>;
  readonly people: ReadonlyMap<string, Person>;
  readonly invitations: ReadonlyMap<string, Invitation>;
  /** Whether supervisors have to sign in with two steps. */
  readonly twoStepOfSupervisors: boolean;
  /** Notes on the cards of tests, by instrument and card. */
  readonly cards: ReadonlyMap<string, CardNote>;
  /** What repairs take with this firm, by their line of the price list. */
  readonly prices: ReadonlyMap<string, Price>;
};

/** A firm of which nothing is known. */
export const blankFirm = (): Omit<FirmState, keyof Streamed> => ({
  particulars: {},
  defaults: {},
  editions: new Map(),
  clients: new Map(),
  installations: new Map(),
  visits: new Map(),
  day: usualDay,
  reminders: new Map(),
  instruments: new Map(),
  checks: [],
  calibrations: [],
  looks: [],
  accuracies: new Map(),
  missed: new Map(),
  views: new Map(),
  money: new Map(),
  people: new Map(),
  invitations: new Map(),
  twoStepOfSupervisors: false,
  cards: new Map(),
  prices: new Map(),
});

/** Instruments in use: what may be brought to a job. */
export const instrumentsInUse = (firm: FirmState): FirmInstrument[] =>
  [...firm.instruments.values()].filter(({ retired }) => retired === null);

/** People who may sign in. */
export const peopleWithAccess = (firm: FirmState): Person[] =>
  [...firm.people.values()].filter(({ ended }) => ended === null);
