import * as z from 'zod';
import { line } from '../../installation/text';
import { jobKind } from '../kind';
import { whyNoBoard } from './board';

/** How a board was left or stands: its cover on, its openings blanked, open with somebody beside it, or open. */
export const coverStates = ['on', 'blanked', 'attended', 'open'] as const;
export type CoverState = (typeof coverStates)[number];
export const coverStateWords: Record<CoverState, string> = {
  on: 'Cover on',
  blanked: 'Openings blanked',
  attended: 'Open, attended',
  open: 'Open',
};

const coverSet = z
  .object({ boardId: z.uuid().toLowerCase(), state: z.enum(coverStates), why: line.nullable() })
  .refine(({ state, why }) => state === 'on' || state === 'open' || Boolean(why), {
    path: ['why'],
    message: 'Enter why the cover is not on.',
  });
export type Cover = z.infer<typeof coverSet> & { readonly at: string };

export const covered = jobKind({
  body: coverSet,
  touches: ['covers'],
  paper: true,
  apply: (job, { body, madeAt }) => void job.covers.set(body.boardId, { ...body, at: madeAt }),
  admit: (job, { boardId }) => whyNoBoard(job, boardId),
});
