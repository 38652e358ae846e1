import { type Picture, type PictureAbout, picturesAbout } from '../job/kinds/picture';
import type { JobView } from '../job/view';
import type { PrintedModel } from './printed-model';

/**
 * Pictures of the findings a document is about, in the order of the findings; in a condition report also those of boards,
 * points and limitations.
 */
export function picturesOf(
  { job, document, definition }: JobView,
  isAbout = (id: string): boolean => document.works.observationIds?.includes(id) ?? false,
): PrintedModel['pictures'] {
  const isReport = definition.about === 'condition';
  const named = (about: PictureAbout, name: string, otherwise = '') =>
    picturesAbout(job, about).map(({ sha256, width, height, caption }: Picture) => ({
      sha256,
      width,
      height,
      caption: caption || otherwise ? `${name}: ${caption || otherwise}` : name,
    }));
  const findings = job.observations
    .filter(({ id }) => isReport || isAbout(id))
    .flatMap(({ id, number, what }) => named({ of: 'observation', id }, `Observation ${number}`, what));
  if (!isReport) return findings;
  return [
    ...findings,
    ...job.limitations.flatMap(({ limitationId, what }) =>
      named({ of: 'limitation', id: limitationId }, 'Limitation', what),
    ),
    ...[...job.boards.values()].flatMap(({ id, name }) => named({ of: 'board', id }, name || 'Board')),
    ...[...job.points.values()].flatMap(({ id, name }) => named({ of: 'point', id }, name)),
  ];
}
