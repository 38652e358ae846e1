import * as z from 'zod';
import { line, paragraph } from '../../installation/text';
import { jobKind } from '../kind';

export const noteSorts = ['look up', 'remark', 'for next'] as const;
export type NoteSort = (typeof noteSorts)[number];
export const noteWords: Record<NoteSort, { readonly title: string; readonly hint: string }> = {
  'look up': { title: 'To look up', hint: 'Something to look up before signing' },
  remark: { title: 'Remark without a code', hint: 'Printed, but not a defect: good work, vermin, an alarm battery' },
  'for next': { title: 'For the next inspector', hint: 'A hidden joint, an awkward cover: carried to the next visit' },
};

const noteMade = z.object({
  noteId: z.uuid().toLowerCase(),
  sort: z.enum(noteSorts),
  what: paragraph.min(1),
  where: line.nullable(),
});
export type Note = z.infer<typeof noteMade> & {
  readonly entryId: string;
  readonly at: string;
  readonly settled: { readonly how: string; readonly at: string } | null;
};

/** Something to remember that is no defect: a doubt to look up, a remark, or a word for whoever comes next. */
export const noteIsMade = jobKind({
  body: noteMade,
  touches: ['notes'],
  apply(job, { id, body, madeAt }) {
    job.notes.push({ ...body, entryId: id, at: madeAt, settled: null });
  },
  admit: (job, { noteId }) => (job.notes.some((note) => note.noteId === noteId) ? 'That note exists already.' : null),
});

/** A doubt was looked up, and this is what it came to. */
export const noteIsSettled = jobKind({
  body: z.object({ noteId: z.uuid().toLowerCase(), how: line.min(1) }),
  touches: ['notes'],
  apply(job, { body: { noteId, how }, madeAt }) {
    job.notes = job.notes.map((note) => (note.noteId === noteId ? { ...note, settled: { how, at: madeAt } } : note));
  },
  admit(job, { noteId }) {
    const note = job.notes.find((each) => each.noteId === noteId);
    if (!note) return 'There is no such note.';
    return note.settled ? 'That is already done.' : null;
  },
});

/** Doubts nobody looked up yet. */
export const toLookUp = (job: { readonly notes: readonly Note[] }): readonly Note[] =>
  job.notes.filter(({ sort, settled }) => sort === 'look up' && !settled);
