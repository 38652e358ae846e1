import * as z from 'zod';
import { line } from '../../installation/text';
import { jobKind } from '../kind';

/** The longer side of a picture as it is kept, in pixels. */
export const mostPictureSide = 1600;
const mostPerFinding = 12;

const pictureTaken = z.object({
  pictureId: z.uuid().toLowerCase(),
  observationId: z.uuid().toLowerCase(),
  /** Of the JPEG's bytes, which are kept beside the ledger: by it they are found, and covered by the seal. */
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  width: z.number().int().min(1).max(mostPictureSide),
  height: z.number().int().min(1).max(mostPictureSide),
  caption: line,
});
export type Picture = z.infer<typeof pictureTaken> & { readonly entryId: string };

/** A picture of what was found. */
export const pictured = jobKind({
  body: pictureTaken,
  touches: ['pictures'],
  apply: (job, { id, body }) => void job.pictures.push({ ...body, entryId: id }),
  admit(job, { pictureId, observationId, sha256 }) {
    if (!job.observations.some(({ id }) => id === observationId)) return 'There is no such observation in this job.';
    const mine = job.pictures.filter((picture) => picture.observationId === observationId);
    if (job.pictures.some((picture) => picture.pictureId === pictureId) || mine.some((each) => each.sha256 === sha256))
      return 'That picture is there already.';
    return mine.length >= mostPerFinding ? `At most ${mostPerFinding} pictures of one finding.` : null;
  },
});
