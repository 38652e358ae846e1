import { z } from 'zod';
import { editionIds } from '../edition/pack';
import { codes, needsReason, outcomes } from '../inspection/outcome';
import { boardFields } from '../installation/board';
import { isolationBegun, isolationEnded, isolationRead, linkCleared, linkMade } from '../isolation/isolation';
import { subject, testIds } from '../installation/measurement';
import { pointFields } from '../installation/point';
import { supplyFields } from '../installation/supply';
import { day, line, paragraph } from '../installation/text';
import { wayFields } from '../installation/way';
import { readingValue } from '../quantity/reading-value';

export const documentKinds = ['EICR'] as const;
export type DocumentKind = (typeof documentKinds)[number];

export const reportReasons = ['tenancy', 'owner', 'sale', 'insurance', 'after-damage', 'other'] as const;
export const reportReasonWords: Record<(typeof reportReasons)[number], string> = {
  tenancy: 'Rented home: due inspection',
  owner: "Owner's request",
  sale: 'Sale or purchase',
  insurance: 'Insurance or lender',
  'after-damage': 'After fire, flood or damage',
  other: 'Other',
};

export const schools = ['dead-first', 'live-first'] as const;
export const schoolWords: Record<(typeof schools)[number], string> = {
  'dead-first': 'Dead tests on every circuit',
  'live-first': 'Live first: dead tests where those leave a doubt',
};

/** What was agreed before starting, and what is known of the installation: each field as it was said. */
export const briefFields = z.object({
  reason: z.enum(reportReasons).nullable(),
  inspectedFrom: day.nullable(),
  inspectedTo: day.nullable(),
  extent: paragraph.nullable(),
  estimatedAgeYears: z.number().int().min(0).max(150).nullable(),
  alterations: paragraph.nullable(),
  records: line.nullable(),
  previousReport: line.nullable(),
  samplingPercent: z.number().int().min(1).max(100).nullable(),
  /** Which tests are made dead. */
  school: z.enum(schools).nullable(),
});

export const clientFields = z.object({
  name: line.nullable(),
  address: paragraph.nullable(),
  telephone: line.nullable(),
  email: line.nullable(),
});

export const siteFields = z.object({
  address: paragraph.nullable(),
  occupier: line.nullable(),
  premises: line.nullable(),
});

export const observationFields = z.object({
  what: paragraph,
  where: line,
  why: paragraph,
  code: z.enum(codes),
  item: line.nullable(),
  wayId: z.uuid().nullable(),
  regulation: line.nullable(),
  livePartsAccessible: z.boolean(),
  /** Why the inspector's code is not the one proposed; null where it is, or where none was. */
  codeReason: line.nullable(),
});

export const declarationRoles = ['inspector', 'authoriser'] as const;
export type DeclarationRole = (typeof declarationRoles)[number];

/** reading.taken 1 → 2: the isolation a dead reading belongs to. */
const addIsolation = (body: unknown): unknown => ({ isolationId: null, isolationWhy: null, ...((body ?? {}) as object) });

/** reading.taken 2 → 3: what stayed connected; a value may be unstable. */
const addConnected = (body: unknown): unknown => ({ connected: null, ...((body ?? {}) as object) });

/** Nothing that was said before reads otherwise: only more can be said. */
const unchanged = (body: unknown): unknown => body;

/** point.added 1 → 2: how the point is switched, and whether its circuit is known. */
function addSwitching(body: unknown): unknown {
  const { fields, ...rest } = (body ?? {}) as { fields?: object };
  return { ...rest, fields: { switching: 'none', unplaced: false, ...fields } };
}

/** observation.noted 1 → 2: a changed proposal keeps the inspector's reason. */
function addCodeReason(body: unknown): unknown {
  const { fields, ...rest } = (body ?? {}) as { fields?: object };
  return { ...rest, fields: { codeReason: null, ...fields } };
}

/** One version of a kind's body, and how the version before it is read as this one. */
type KindVersions = { readonly body: z.ZodType; readonly upcasts: readonly ((body: unknown) => unknown)[] };

const kind = <Body extends z.ZodType>(body: Body, upcasts: readonly ((body: unknown) => unknown)[] = []) => ({
  body,
  upcasts,
});

/**
 * Every kind of entry: past tense, one thing that happened, only what the person or instrument said.
 * A kind's version is the number of its upcasts plus one; upcast n turns version n into n + 1.
 */
export const entryKinds = {
  'job.opened': kind(z.object({ document: z.enum(documentKinds), edition: z.enum(editionIds), reference: line })),
  'client.named': kind(clientFields.partial()),
  'site.described': kind(siteFields.partial()),
  'brief.agreed': kind(briefFields.partial(), [unchanged]),
  'instrument.brought': kind(
    z.object({ instrumentId: z.uuid(), name: line, serial: line, calibratedOn: day.nullable() }),
  ),
  'supply.described': kind(supplyFields.partial(), [unchanged]),
  'board.added': kind(z.object({ boardId: z.uuid() })),
  'board.described': kind(z.object({ boardId: z.uuid(), fields: boardFields.partial() })),
  'way.added': kind(z.object({ wayId: z.uuid(), boardId: z.uuid(), number: z.number().int().min(1).max(99) })),
  'way.described': kind(z.object({ wayId: z.uuid(), fields: wayFields.partial() }), [unchanged]),
  /** To another place on its board: those between move up or down by one. */
  'way.moved': kind(z.object({ wayId: z.uuid(), to: z.number().int().min(1).max(99) })),
  'point.added': kind(z.object({ pointId: z.uuid(), wayId: z.uuid(), fields: pointFields }), [addSwitching]),
  'point.described': kind(z.object({ pointId: z.uuid(), fields: pointFields.partial() }), [unchanged]),
  'point.moved': kind(z.object({ pointId: z.uuid(), wayId: z.uuid(), order: z.number().int().min(1).max(500) })),
  'reading.taken': kind(
    z.object({
      on: subject,
      test: z.enum(testIds),
      value: readingValue,
      how: z.enum(['measured', 'calculated', 'enquiry']),
      reason: line.nullable(),
      instrumentId: z.uuid().nullable(),
      leadNullOhms: z.string().max(12).nullable(),
      testVolts: z.number().positive().max(1000).nullable(),
      /** The isolation in force when a dead test was made, or why there was none. */
      isolationId: z.uuid().nullable(),
      isolationWhy: line.nullable(),
      /** What could not be disconnected for it. */
      connected: line.nullable(),
    }),
    [addIsolation, addConnected],
  ),
  /** A fault found by a test was mended: that test and those before it are repeated. */
  'repair.made': kind(z.object({ repairId: z.uuid(), wayId: z.uuid(), test: z.enum(testIds), what: line.min(1) })),
  'isolation.begun': kind(isolationBegun),
  'isolation.read': kind(isolationRead),
  'isolation.ended': kind(isolationEnded),
  'link.made': kind(linkMade, [unchanged]),
  'link.cleared': kind(linkCleared),
  'entry.struck': kind(z.object({ entryId: z.uuid(), why: line.min(1) })),
  'item.marked': kind(
    z
      .object({ item: line, outcome: z.enum(outcomes), reason: line.nullable() })
      .refine((b) => !needsReason(b.outcome) || (b.reason ?? '') !== '', {
        error: 'LIM and N/V need a reason in words',
        path: ['reason'],
      }),
  ),
  'limitation.noted': kind(
    z.object({
      limitationId: z.uuid(),
      sort: z.enum(['agreed', 'operational']),
      what: paragraph.min(1),
      why: paragraph.min(1),
      agreedWith: line.nullable(),
    }),
  ),
  'observation.noted': kind(z.object({ observationId: z.uuid(), fields: observationFields }), [addCodeReason]),
  'assessment.overruled': kind(
    z.object({ outcome: z.enum(['satisfactory', 'unsatisfactory']), reason: paragraph.min(1) }),
  ),
  'condition.summarised': kind(z.object({ text: paragraph })),
  'return.recommended': kind(z.object({ dueOn: day, reason: line.min(1) })),
  'limit.overridden': kind(
    z.object({ on: subject, test: z.enum(testIds), limit: z.string().regex(/^\d+(\.\d+)?$/), reason: line.min(1) }),
  ),
  'declaration.signed': kind(
    z.object({ role: z.enum(declarationRoles), name: line.min(1), position: line, statement: paragraph.min(1) }),
  ),
  'document.issued': kind(z.object({ documentId: z.uuid(), number: line, documentHash: z.string().length(64) })),
} satisfies Record<string, KindVersions>;

export type EntryKind = keyof typeof entryKinds;
export const entryKindNames = Object.keys(entryKinds) as [EntryKind, ...EntryKind[]];

export type BodyOf<K extends EntryKind> = z.infer<(typeof entryKinds)[K]['body']>;

export const currentVersion = (name: EntryKind): number => entryKinds[name].upcasts.length + 1;
