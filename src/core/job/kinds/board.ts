import * as z from 'zod';
import { boardFields } from '../../installation/board';
import { unchanged } from '../../ledger/kind';
import type { Job } from '../job';
import { jobKind } from '../kind';

const boardId = z.uuid().toLowerCase();

export const whyNoBoard = (job: Job, id: string): string | null =>
  job.boards.has(id) ? null : 'There is no such board in this job.';

export const boardAdded = jobKind({
  body: z.object({ boardId }),
  touches: ['boards'],
  apply: (job, entry) => void job.boards.set(entry.body.boardId, { id: entry.body.boardId }),
  admit: (job, body) => (job.boards.has(body.boardId) ? 'That board is there already.' : null),
  strike: (job, entry) =>
    [...job.ways.values()].some((way) => way.boardId === entry.body.boardId)
      ? 'This board has circuits. Remove those first.'
      : null,
});

export const boardDescribed = jobKind({
  body: z.object({ boardId, fields: boardFields.partial() }),
  versions: [unchanged('says whether the assembly is declared')],
  touches: ['boards'],
  apply(job, { body }) {
    const board = job.boards.get(body.boardId);
    if (board) job.boards.set(board.id, { ...board, ...body.fields });
  },
  admit: (job, body) => whyNoBoard(job, body.boardId),
});
