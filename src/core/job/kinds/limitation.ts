import * as z from 'zod';
import { line, paragraph } from '../../installation/text';
import { unchanged } from '../../ledger/kind';
import { jobKind } from '../kind';

export const limitationSorts = ['agreed', 'operational'] as const;
export const limitationNoted = z.object({
  limitationId: z.uuid().toLowerCase(),
  sort: z.enum(limitationSorts),
  what: paragraph.min(1),
  why: paragraph.min(1),
  agreedWith: line.nullable(),
  /** What the report cannot say because of it; nothing where its draft stands. */
  effect: paragraph.nullable().optional(),
});
export type LimitationNoted = z.infer<typeof limitationNoted>;
export type Limitation = LimitationNoted & { readonly entryId: string };

/** What could not be inspected or tested, and why: agreed beforehand, or found on the day. */
export const limited = jobKind({
  body: limitationNoted,
  versions: [unchanged('may say what the report cannot say because of it')],
  touches: ['limitations'],
  apply(job, entry) {
    const at = job.limitations.findIndex((each) => each.limitationId === entry.body.limitationId);
    const limitation = { ...entry.body, entryId: entry.id };
    if (at < 0) job.limitations.push(limitation);
    else job.limitations[at] = limitation;
  },
});
