import { workNatureWords } from '../job/kinds/works';
import type { Gap } from '../job/document-definition';
import type { JobView } from '../job/view';
import { readDescription } from './description';
import { fieldOf, fields, lacks, list } from './gaps';

type Wanted = keyof typeof words;
const words = {
  description: 'What was done, where, and on which circuit',
  nature: `Type of work: ${Object.values(workNatureWords).join(', ').toLowerCase()}`,
  extentCovered: 'Extent: what the certificate covers',
  extentNotCovered: 'What it does not cover (enter nothing if all is covered)',
  existing: 'Comments on the existing installation (enter none noticed if there are none)',
  departures: 'Departures from the edition (enter none if there are none)',
  completedOn: 'Date of completion',
} as const;

/** What a certificate still lacks of the work it is for, and what its description does not say. */
export function worksGaps({ document: { works } }: JobView, wanted: readonly Wanted[]): Gap[] {
  const { ask } = readDescription(works.description ?? '');
  return [
    ...fields(
      'brief',
      works,
      wanted.map((field) => [field, words[field]] as const),
      fieldOf('works'),
    ),
    ...(works.description && ask
      ? [
          {
            stage: 'brief' as const,
            severity: 'query' as const,
            what: `The description: ${ask}`,
            place: { of: 'works' as const, field: 'description' },
          },
        ]
      : []),
  ];
}

/** Own work has no snags left when it is certified. */
export const snagGaps = ({ job, document }: JobView): Gap[] =>
  job.snags
    .filter((snag) => snag.documentId === document.id && !snag.cleared)
    .map((snag) => lacks('review', `Snag: ${snag.what}${snag.where ? `, ${snag.where}` : ''}`, list('snags')));
