import type { z } from 'zod';
import type { EditionPack, ItemRole } from '../edition/pack';
import type { InspectionItem } from '../edition/rows';
import type { Place } from '../installation/place';
import type { Role } from '../ledger/actor';
import type { Job } from './job';
import type { JobDocument } from './kinds/document';
import type { Outcome } from './outcome';
import type { Verdicts } from './verdicts';
import type { JobView } from './view';

export const stages = [
  'brief',
  'origin',
  'isolation',
  'inspection',
  'tests',
  'circuits',
  'observations',
  'review',
  'options',
] as const;
export type Stage = (typeof stages)[number];

/**
 * Something a document still lacks (`missing`), two things in it that cannot both stand (`contradiction`): nothing is signed
 * before either; or something that deserves a look (`query`).
 */
export type Gap = {
  readonly stage: Stage;
  readonly severity: 'missing' | 'contradiction' | 'query';
  readonly what: string;
  readonly place: Place;
  /** Of a contradiction: by what an explanation of it is kept. */
  readonly discrepancy?: string;
};

/** What has to be settled before anybody signs. */
export const missing = (gaps: readonly Gap[]): Gap[] => gaps.filter((gap) => gap.severity !== 'query');

/** Somebody who signs a document, and the words they sign. */
type SigningRole = {
  readonly role: string;
  readonly title: string;
  readonly statement: string;
  /** The role of the firm it takes; anyone who inspects where none is named. */
  readonly by: Role | null;
  /** Whether somebody outside the firm may sign it by a link: never who inspected, nor who authorises. */
  readonly outsiders?: true;
  /** What is said to somebody who may not. */
  readonly otherwise: string;
};

/** The firm's own particulars, as a document carries them. */
export type Firm = {
  readonly name: string;
  readonly address: string;
  readonly telephone: string;
  readonly email: string;
  /** A JPEG picture as a data URL; empty for none. */
  readonly logo: string;
};

/** A stored model is parsed: its version is named in it, and an older one is carried up. */
export type ModelSchema<Model> = { readonly read: (stored: unknown) => Model; readonly schema: z.ZodType<Model> };

/** How grave what was found is as a whole, and why. */
export type Assessed = {
  readonly outcome: 'satisfactory' | 'unsatisfactory';
  readonly reasons: readonly string[];
  readonly overruledBecause: string | null;
};

/** What a paper comes to, for whoever ordered it and knows nothing of the trade. */
export type PlainWords = {
  readonly headline: string;
  readonly means: string;
  /** What has to be done, the gravest first; `id` is the observation's, null where it has none. */
  readonly toDo: readonly {
    readonly id: string | null;
    readonly what: string;
    readonly where: string;
    readonly why: string;
    readonly means: string;
    readonly byWhen: string;
    /** How it was put right already; null where it was not. */
    readonly remedied: string | null;
  }[];
  readonly next: string | null;
};

/** Something that somebody has to do after a document was issued. */
export type Duty = {
  readonly documentId: string;
  readonly number: string;
  readonly issueId: string;
  readonly duty: string;
  readonly who: string;
  readonly what: string;
  readonly to: string;
  /** By this day; null where it hangs on something that has not happened, as `when` says. */
  readonly dueOn: string | null;
  readonly when: string;
  readonly source: string;
  readonly note: string | null;
  readonly met: { readonly on: string; readonly note: string } | null;
};

/** Minutes a document takes until the firm's own jobs say otherwise: our guesses, meant to be corrected. */
export type UsualMinutes = {
  readonly visit: number;
  readonly board: number;
  readonly circuit: number;
  readonly point: number;
  readonly paper: number;
};

/** A kind of document and everything that is particular to it: one folder, one line in the list, one layout, one body. */
export type DocumentDefinition<Model = unknown, Kind extends string = string> = {
  readonly kind: Kind;
  readonly title: string;
  /** What it is called in a list: "Condition report". */
  readonly label: string;
  /** What it says something of: what exists, work that was done, or a danger that was found. */
  readonly about: 'condition' | 'works' | 'danger';
  /** Whether clients order it, so that jobs are opened and visits booked for it; others follow from what is found. */
  readonly ordered: boolean;
  /** Whether each is for one circuit: several that were altered take one each. */
  readonly oneCircuit: boolean;
  readonly minutes: UsualMinutes;
  /** What somebody has to do once it is issued. */
  readonly duties: (job: Job, document: JobDocument) => Duty[];
  /** Whether it says when somebody should look again. */
  readonly recommends: boolean;
  readonly stages: readonly Stage[];
  readonly schedule: (pack: EditionPack) => readonly InspectionItem[];
  /** Which items of its schedule stand for which subject. */
  readonly itemRoles: (pack: EditionPack) => Partial<Readonly<Record<ItemRole, readonly string[]>>>;
  /** What an item of its schedule may come to. */
  readonly outcomes: readonly Outcome[];
  readonly roles: readonly SigningRole[];
  /** Null for verdicts: what stands whatever the readings come to, without judging them. */
  readonly gaps: (view: JobView, verdicts?: Verdicts | null) => Gap[];
  /** For a document that assesses the whole; null for one that does not. */
  readonly assess: ((view: JobView) => Assessed) | null;
  readonly build: (view: JobView, firm: Firm) => Model;
  readonly model: ModelSchema<Model>;
  /** What it comes to, for whoever ordered it. */
  plain(model: Model): PlainWords;
};

/** The documents there are, and how a view of a job for one of them is made. */
export type DocumentList = {
  readonly all: readonly DocumentDefinition[];
  readonly of: (kind: string) => DocumentDefinition | undefined;
  readonly view: (job: Job, document: JobDocument) => JobView;
};
