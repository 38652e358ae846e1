import type { JobView } from '../job/view';
import type { PrintedModel } from './printed-model';

/** Pictures of the findings a document is about, in the order of the findings. */
export function picturesOf({ job, document, definition }: JobView): PrintedModel['pictures'] {
  const about = job.observations.filter(
    ({ id }) => definition.about === 'condition' || document.works.observationIds?.includes(id),
  );
  return about.flatMap(({ id, number, what }) =>
    job.pictures
      .filter((picture) => picture.observationId === id)
      .map(({ sha256, width, height, caption }) => ({
        sha256,
        width,
        height,
        caption: `Observation ${number}: ${caption || what}`,
      })),
  );
}
