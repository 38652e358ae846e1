import * as z from 'zod';
import { day, line, paragraph } from '../../installation/text';
import { unchanged } from '../../ledger/kind';
import { jobKind } from '../kind';

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
export type School = (typeof schools)[number];
export const schoolWords: Record<School, string> = {
  'dead-first': 'Dead tests on every circuit',
  'live-first': 'Live tests first: dead tests where in doubt',
};

/** What was agreed before starting, and what is known of the installation: each field as it was said. */
const briefFields = z
  .object({
    reason: z.enum(reportReasons).nullable(),
    inspectedFrom: day.nullable(),
    inspectedTo: day.nullable(),
    extent: paragraph.nullable(),
    estimatedAgeYears: z.number().int().min(0).max(150).nullable(),
    alterations: paragraph.nullable(),
    records: line.nullable(),
    previousReport: line.nullable(),
    samplingPercent: z.number().int().min(1).max(100).nullable(),
    /** Insulation of a 230 V circuit below which somebody looks for the cause, in megohm; the edition's practice where null. */
    investigateBelowMegohms: z.number().min(1).max(1000).nullable(),
    /** Which tests are made dead. */
    school: z.enum(schools).nullable(),
  })
  .partial();
export type BriefFields = z.infer<typeof briefFields>;

export const briefAgreed = jobKind({
  body: briefFields,
  versions: [unchanged('may say the school'), unchanged('may say when insulation is looked into')],
  office: true,
  apply(job, entry) {
    job.brief = { ...job.brief, ...entry.body };
  },
});
