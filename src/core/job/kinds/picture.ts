import * as z from 'zod';
import { line } from '../../installation/text';
import type { Job } from '../job';
import { unchanged } from '../../ledger/kind';
import { jobKind } from '../kind';

/** The longer side of a picture as it is kept, in pixels. */
export const mostPictureSide = 1600;
const mostOfOne = 12;

/** What a picture may be of. */
const pictureSubjects = ['observation', 'board', 'point', 'limitation', 'question'] as const;
const pictureAbout = z.object({ of: z.enum(pictureSubjects), id: z.uuid().toLowerCase() });
export type PictureAbout = z.infer<typeof pictureAbout>;

const pictureTaken = z.object({
  pictureId: z.uuid().toLowerCase(),
  about: pictureAbout,
  /** Of the JPEG's bytes, which are kept beside the ledger: by it they are found, and covered by the seal. */
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  width: z.number().int().min(1).max(mostPictureSide),
  height: z.number().int().min(1).max(mostPictureSide),
  caption: line,
});
export type Picture = z.infer<typeof pictureTaken> & { readonly entryId: string };

/** Why a picture cannot be of that; null where it is there. */
function whyNot(job: Job, { of, id }: PictureAbout): string | null {
  const there: Record<PictureAbout['of'], boolean> = {
    observation: job.observations.some((each) => each.id === id),
    board: job.boards.has(id),
    point: job.points.has(id),
    limitation: job.limitations.some(({ limitationId }) => limitationId === id),
    question: job.questions.some(({ questionId }) => questionId === id),
  };
  return there[of] ? null : `There is no such ${of} in this job.`;
}

/** The pictures of one thing, in the order they were taken. */
export const picturesAbout = (job: Pick<Job, 'pictures'>, { of, id }: PictureAbout): readonly Picture[] =>
  job.pictures.filter(({ about }) => about.of === of && about.id === id);

/** A picture of a finding, a board, a point, of what could not be inspected, or of what is asked about. */
export const pictured = jobKind({
  body: pictureTaken,
  versions: [
    {
      name: 'may be of a board, a point or a limitation',
      upcast: (body) => {
        const { observationId, ...rest } = (body ?? {}) as Record<string, unknown>;
        return { ...rest, about: { of: 'observation', id: observationId } };
      },
    },
    unchanged('may be of what is asked about'),
  ],
  touches: ['pictures'],
  apply: (job, { id, body }) => void job.pictures.push({ ...body, entryId: id }),
  admit(job, { pictureId, about, sha256 }) {
    const wrong = whyNot(job, about);
    if (wrong) return wrong;
    const mine = picturesAbout(job, about);
    if (job.pictures.some((picture) => picture.pictureId === pictureId) || mine.some((each) => each.sha256 === sha256))
      return 'That picture is there already.';
    return mine.length >= mostOfOne ? `At most ${mostOfOne} pictures of one ${about.of}.` : null;
  },
});
