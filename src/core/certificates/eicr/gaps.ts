import { type Gap } from '../../job/document-definition';
import { type Way } from '../../installation/way';
import { type Place } from '../../installation/place';
import { wayOfSubject } from '../../job/job';
import { showDay } from '../../words/day';
import { toLookUp } from '../../job/kinds/note';
import { lastTold } from '../../job/kinds/told';
import { nameOfSlot } from '../../job/slot-name';
import { type Verdicts, judgeJob, resultVerdicts } from '../../job/verdicts';
import type { JobView } from '../../job/view';
import { judgeWayCapacity } from '../../installation/capacity';
import { devicesChecked } from '../../tests/origin/breaking';
import { isIntake } from '../assessment';
import {
  blank,
  circuitGaps,
  fieldOf,
  fields,
  inspectionGaps,
  instrumentGaps,
  isolationGaps,
  lacks,
  originGaps,
  repeatGaps,
  whoAndWhereGaps,
} from '../gaps';

/** Everything that stands between the job and a complete, correct report, in the order of the work. */
export function gapsOf(view: JobView, verdicts: Verdicts = judgeJob(view)): Gap[] {
  return [
    ...briefGaps(view),
    ...originGaps(view),
    ...isolationGaps(view),
    ...inspectionGaps(view),
    ...repeatGaps(view),
    ...circuitGaps(view),
    ...findingGaps(view, verdicts),
    ...reviewGaps(view),
  ];
}

function briefGaps(view: JobView): Gap[] {
  const { job } = view;
  return [
    ...whoAndWhereGaps(view, [
      ['occupier', 'Occupier (write vacant where it is)'],
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
            ? `Additions or alterations since ${showDay(job.earlier[0].on)} (write none seen where there is none)`
            : 'Evidence of additions or alterations (write none seen where there is none)',
        ],
        ['records', 'Records available (write none where there are none)'],
        ['previousReport', 'Previous report: number or date (write none where there is none)'],
        ['samplingPercent', 'Share of accessories opened'],
      ],
      fieldOf('brief'),
    ),
    ...instrumentGaps(view),
    ...job.limitations
      .filter(({ sort, agreedWith }) => sort === 'agreed' && blank(agreedWith))
      .map(({ limitationId, what }) =>
        lacks('brief', `Limitation “${what}”: agreed with whom`, { of: 'limitation', id: limitationId }),
      ),
  ];
}

function findingGaps(view: JobView, verdicts: Verdicts): Gap[] {
  const { job, pack } = view;
  const isNoted = (way: Way | undefined) =>
    job.observations.some((observation) => (way ? observation.wayId === way.id : true));
  const query = (what: string, place: Place): Gap => ({ stage: 'observations', severity: 'query', what, place });
  const results = resultVerdicts(view, verdicts).flatMap(({ slot, judgement }) =>
    judgement.verdict === 'fails' && !isNoted(wayOfSubject(job, slot.on))
      ? [
          query(`${nameOfSlot(view, slot)} does not meet its limit and no observation is tied to it`, {
            of: 'slot',
            slot,
          }),
        ]
      : [],
  );
  const cables = [...job.ways.values()].flatMap((way) =>
    judgeWayCapacity(pack, way)?.verdict === 'fails' && !isNoted(way)
      ? [
          query(`Way ${way.number}: cable and device do not go together and no observation is tied to it`, {
            of: 'way',
            id: way.id,
            field: 'liveCsaMm2',
          }),
        ]
      : [],
  );
  const breaking = devicesChecked(view).wrong.flatMap(({ way, judgement }) =>
    way && judgement.verdict === 'fails' && !isNoted(way)
      ? [
          query(`Way ${way.number}: its device cannot break Ipf and no observation is tied to it`, {
            of: 'way',
            id: way.id,
            field: 'breakingMark',
          }),
        ]
      : [],
  );
  const untold = job.observations.flatMap((observation): Gap[] => {
    const place: Place = { of: 'observation', id: observation.id, field: 'what' };
    const intake = isIntake(pack, observation.item);
    return [
      ...(observation.code === 'C1' && !lastTold(job, observation.id, 'person in charge')
        ? [lacks('observations', `Observation ${observation.number} is a C1: who was told`, place)]
        : []),
      ...(intake && observation.code !== 'C3' && !lastTold(job, observation.id, 'distributor')
        ? [
            query(
              `Observation ${observation.number} is of the distributor’s equipment and was not reported to them`,
              place,
            ),
          ]
        : []),
    ];
  });
  const parked = toLookUp(job).map(({ noteId, what }) =>
    lacks('observations', `To look up: ${what}`, { of: 'note', id: noteId }),
  );
  return [
    ...untold,
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
    ...results,
    ...cables,
    ...breaking,
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
