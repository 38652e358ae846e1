import * as z from 'zod';
import { line, paragraph } from '../../installation/text';
import { jobKind } from '../kind';
import { drawnSignature } from './document';

const toldTo = ['person in charge', 'distributor'] as const;
export type ToldTo = (typeof toldTo)[number];

/** What was said to being asked whether the danger may be isolated. */
export const isolateAnswers = ['agreed', 'refused', 'nobody to ask'] as const;
export const isolateWords: Record<(typeof isolateAnswers)[number], string> = {
  agreed: 'isolated with their permission',
  refused: 'permission to isolate refused',
  'nobody to ask': 'no one there to give permission',
};

/** How the notice was taken. */
export const receipts = ['signed', 'refused to sign', 'left in writing'] as const;

const findingTold = z
  .object({
    observationId: z.uuid().toLowerCase(),
    to: z.enum(toldTo),
    /** Their name, and as what: "Ms O. Fairweather, tenant". */
    who: line.min(1),
    isolate: z.enum(isolateAnswers).nullable(),
    /** How it was made safe; null where it was not. */
    madeSafe: paragraph.nullable(),
    receipt: z.enum(receipts).nullable(),
    /** The distributor's reference. */
    reference: line.nullable(),
    drawn: drawnSignature.nullable(),
  })
  .refine(({ receipt, drawn }) => receipt !== 'signed' || drawn !== null, {
    path: ['drawn'],
    message: 'Signed, but nothing was drawn.',
  });
type FindingTold = z.infer<typeof findingTold>;
export type Told = FindingTold & { readonly entryId: string; readonly at: string; readonly by: string };

/** Somebody was told of a finding at once, and what came of it. The code stays whatever was made safe. */
export const findingIsTold = jobKind({
  body: findingTold,
  touches: ['told'],
  apply(job, { id, body, madeAt, madeBy }) {
    job.told.push({ ...body, entryId: id, at: madeAt, by: madeBy });
  },
  admit: (job, { observationId }) =>
    job.observations.some(({ id }) => id === observationId) ? null : 'There is no such observation in this job.',
});

/** The last telling of a finding to somebody; null where nobody told them. */
export const lastTold = (job: { readonly told: readonly Told[] }, observationId: string, to: ToldTo): Told | null =>
  job.told.findLast((each) => each.observationId === observationId && each.to === to) ?? null;
