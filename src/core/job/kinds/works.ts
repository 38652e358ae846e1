import * as z from 'zod';
import { day, line, paragraph } from '../../installation/text';
import { unchanged } from '../../ledger/kind';
import { jobKind } from '../kind';
import { changeDocument, readingsNow, whyNotIn } from './document';
import { whyNoWay } from './way';

export const workNatures = ['new', 'addition', 'alteration', 'board change'] as const;
export const workNatureWords: Record<(typeof workNatures)[number], string> = {
  new: 'New installation',
  addition: 'Addition to an existing installation',
  alteration: 'Alteration of an existing installation',
  'board change': 'Replacement of a consumer unit',
};

export const mostQuoteLines = 60;
const quoteLine = z.object({
  what: line.min(1),
  /** Which line of the check before the quote it answers; null for one of the inspector's own. */
  answers: z.string().max(80).nullable(),
  pence: z.number().int().min(0).max(100_000_000).nullable(),
});
export type QuoteLine = z.infer<typeof quoteLine>;

/** The first word of the notice used to say whether there is one to give. */
function sayNotifiable(body: unknown): unknown {
  const { fields, ...rest } = (body ?? {}) as { fields?: Record<string, unknown> };
  const said = { ...fields };
  if (typeof said.notice === 'string') said.notifiable = said.notice.startsWith('Notifiable.');
  return { ...rest, fields: said };
}

/** The work a certificate is for: what was done and how far, and what was seen beside it. Each field as it was said. */
const worksFields = z
  .object({
    /** What, where, and on which circuit. */
    description: paragraph.nullable(),
    nature: z.enum(workNatures).nullable(),
    extentCovered: paragraph.nullable(),
    extentNotCovered: paragraph.nullable(),
    /** Defects noticed elsewhere; that none were is said in words. */
    existing: paragraph.nullable(),
    departures: paragraph.nullable(),
    completedOn: day.nullable(),
    /** The circuits worked on; null for every one there is. */
    wayIds: z.array(z.uuid().toLowerCase()).max(200).nullable(),
    /** Findings of a report that it puts right. */
    observationIds: z.array(z.uuid().toLowerCase()).max(200).nullable(),
    /** Of a danger notice: the findings it warns of. It repairs none of them. */
    dangerIds: z.array(z.uuid().toLowerCase()).max(200).nullable(),
    /** Whether building control has to know, and what that comes to. */
    notice: line.nullable(),
    notifiable: z.union([z.boolean(), z.literal('check locally')]).nullable(),
    /** Circuits that were not there before: the new load. */
    newWayIds: z.array(z.uuid().toLowerCase()).max(200).nullable(),
    /** The rating of the board that is to be fitted. */
    plannedBoardAmps: z.number().positive().max(1000).nullable(),
    /** What the work is quoted at, line by line, in whole pence. */
    quote: z.array(quoteLine).max(mostQuoteLines).nullable(),
  })
  .partial();
export type WorksFields = z.infer<typeof worksFields>;

/** The work of a certificate starts now: what was read of its circuits until then is of how they were before. */
export const workStarted = jobKind({
  body: z.object({ documentId: z.uuid().toLowerCase() }),
  touches: ['documents'],
  apply: (job, { body: { documentId } }) =>
    changeDocument(job, documentId, () => ({ earlierReadings: readingsNow(job) })),
  admit: (job, { documentId }) => whyNotIn(job, documentId),
});

export const worksDescribed = jobKind({
  body: z.object({ documentId: z.uuid().toLowerCase(), fields: worksFields }),
  versions: [
    { name: 'whether it is notifiable is a field', upcast: sayNotifiable },
    unchanged('may name the observations a danger notice warns of'),
  ],
  touches: ['documents'],
  office: true,
  apply: (job, { body: { documentId, fields } }) =>
    changeDocument(job, documentId, ({ works }) => ({ works: { ...works, ...fields } })),
  admit(job, { documentId, fields: { wayIds, newWayIds, observationIds, dangerIds } }) {
    const wrong = whyNotIn(job, documentId);
    if (wrong) return wrong;
    for (const wayId of [...(wayIds ?? []), ...(newWayIds ?? [])]) {
      const why = whyNoWay(job, wayId);
      if (why) return why;
    }
    const named = [...(observationIds ?? []), ...(dangerIds ?? [])];
    return named.some((id) => !job.observations.some((observation) => observation.id === id))
      ? 'There is no such observation.'
      : null;
  },
});
