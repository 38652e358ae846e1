import { type Gap } from '../../job/document-definition';
import { showDay } from '../../words/day';
import { toLookUp } from '../../job/kinds/note';
import { type Verdicts, judgeJob } from '../../job/verdicts';
import type { JobView } from '../../job/view';
import { discrepancyGaps } from '../discrepancies/find-discrepancies';
import {
  blank,
  circuitGaps,
  fieldOf,
  fields,
  inspectionGaps,
  instrumentGaps,
  lacks,
  originGaps,
  repeatGaps,
  whoAndWhereGaps,
} from '../gaps';

/** Everything that stands between the job and a complete, correct report, in the order of the work. */
export function gapsOf(view: JobView, verdicts: Verdicts | null = judgeJob(view)): Gap[] {
  const contradictions = discrepancyGaps(view, verdicts);
  // A danger nobody was told of comes before everything else.
  const isUntold = ({ discrepancy }: Gap) => discrepancy?.startsWith('c1-not-told') ?? false;
  return [
    ...contradictions.filter(isUntold),
    ...briefGaps(view),
    ...originGaps(view),
    ...inspectionGaps(view),
    ...repeatGaps(view),
    ...circuitGaps(view),
    ...findingGaps(view),
    ...contradictions.filter((gap) => !isUntold(gap)),
    ...reviewGaps(view),
  ];
}

function briefGaps(view: JobView): Gap[] {
  const { job } = view;
  return [
    ...whoAndWhereGaps(view, [
      ['occupier', 'Occupier (enter vacant if empty)'],
      ['premises', 'Description of the premises'],
    ]),
    ...fields(
      'brief',
      job.brief,
      [
        ['reason', 'Reason for the report'],
        ['inspectedFrom', 'Date of the inspection'],
        ['extent', 'Extent: what the report covers'],
        ['estimatedAgeYears', 'Estimated age of the installation'],
        [
          'alterations',
          job.earlier[0]?.on
            ? `Additions or alterations since ${showDay(job.earlier[0].on)} (enter none seen if there are none)`
            : 'Evidence of additions or alterations (enter none seen if there are none)',
        ],
        ['records', 'Records available (enter none if there are none)'],
        ['previousReport', 'Previous report: number or date (enter none if there is none)'],
        ['samplingPercent', 'Share of accessories opened'],
      ],
      fieldOf('brief'),
    ),
    ...instrumentGaps(view),
    ...job.limitations
      .filter(({ sort, agreedWith }) => sort === 'agreed' && blank(agreedWith))
      .map(({ limitationId, what }) =>
        lacks('brief', `Limitation “${what}”: who agreed to it`, { of: 'limitation', id: limitationId }),
      ),
  ];
}

function findingGaps({ job }: JobView): Gap[] {
  const parked = toLookUp(job).map(({ noteId, what }) =>
    lacks('observations', `To look up: ${what}`, { of: 'note', id: noteId }),
  );
  return [
    ...parked,
    ...job.observations.flatMap((observation) =>
      fields(
        'observations',
        observation,
        [
          ['what', `Observation ${observation.number}: what was found`],
          ['where', `Observation ${observation.number}: where it is`],
          ['why', `Observation ${observation.number}: why it matters`],
        ],
        (field) => ({ of: 'observation', id: observation.id, field }),
      ),
    ),
  ];
}

const reviewGaps = ({ document }: JobView): Gap[] => [
  ...(blank(document.summary)
    ? [lacks('review', 'Summary of the condition, in plain words', { of: 'document', field: 'summary' })]
    : []),
  ...(document.comeBack
    ? []
    : [lacks('review', 'Recommended next inspection, with the reason', { of: 'document', field: 'comeBack' })]),
];
