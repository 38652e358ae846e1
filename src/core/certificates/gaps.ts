import { type Slot, type Subject, slotAt } from '../installation/slot';
import { type ListName, type Place } from '../installation/place';
import {
  type BondedService,
  bondFieldOf,
  isBondingThere,
  bondedServices,
  protectiveConductors,
  serviceWords,
} from '../installation/supply';
import { type Way, isSpare } from '../installation/way';
import { type Gap, type Stage } from '../job/document-definition';
import { governingOf } from '../job/governing';
import { unplacedPoints, waysOf } from '../job/job';
import { nameOfSlot } from '../job/slot-name';
import type { JobView } from '../job/view';
import { repeatsDue } from '../work/repeats';
import { isCovered, touchedBoards } from './covered';
import { itemOutcome } from '../job/item-outcome';

export const blank = (value: unknown): boolean => value === undefined || value === null || value === '';

export const lacks = (stage: Stage, what: string, place: Place): Gap => ({ stage, severity: 'missing', what, place });
export const list = (name: ListName): Place => ({ of: 'list', list: name });

/** The fields of a record that were left blank. */
export function fields<Field extends string>(
  stage: Stage,
  record: Readonly<Partial<Record<Field, unknown>>>,
  wanted: readonly (readonly [Field, string])[],
  place: (field: Field) => Place,
): Gap[] {
  return wanted.filter(([field]) => blank(record[field])).map(([field, what]) => lacks(stage, what, place(field)));
}

export const fieldOf =
  (of: 'client' | 'site' | 'brief' | 'works' | 'supply') =>
  (field: string): Place => ({ of, field });

/** Who it is for and where, and with what it was measured. */
export function whoAndWhereGaps(
  { job }: JobView,
  siteFields: readonly (readonly ['occupier' | 'premises', string])[],
): Gap[] {
  return [
    ...fields(
      'brief',
      job.client,
      [
        ['name', 'Client: who pays for it'],
        ['address', 'Client address'],
      ],
      fieldOf('client'),
    ),
    ...fields('brief', job.site, [['address', 'Address of the installation'], ...siteFields], fieldOf('site')),
  ];
}

export const instrumentGaps = ({ job }: JobView): Gap[] =>
  job.instruments.size === 0 ? [lacks('brief', 'At least one instrument, by serial number', list('instruments'))] : [];

export function originGaps(view: JobView): Gap[] {
  const { supply } = view.job;
  const bond = (service: BondedService): Gap[] =>
    blank(supply[bondFieldOf[service]])
      ? [lacks('origin', `Main bonding: ${serviceWords[service]}`, { of: 'supply', field: bondFieldOf[service] })]
      : [];
  return [
    ...fields(
      'origin',
      supply,
      [
        ['earthing', 'Earthing system'],
        ['liveConductors', 'Number and type of live conductors'],
        ['nominalVolts', 'Nominal voltage'],
        ['frequencyHertz', 'Frequency'],
        ['serviceFuseStandard', 'Service fuse: standard (enter N/V if it cannot be seen)'],
        ...(blank(supply.serviceFuseUnseen)
          ? ([['serviceFuseAmps', 'Service fuse: rating, or why it is not verified']] as const)
          : []),
        ['otherSources', 'Other sources of supply (enter none if there are none)'],
        ['earthingConductorCsaMm2', 'Earthing conductor size'],
        ...(isBondingThere(supply) ? ([['bondingCsaMm2', 'Main bonding conductor size']] as const) : []),
        ['maximumDemandAmps', 'Maximum demand'],
        ['mainSwitchLocation', 'Main switch: location'],
        ['mainSwitchStandard', 'Main switch: standard'],
        ['mainSwitchPoles', 'Main switch: poles'],
        ['mainSwitchAmps', 'Main switch: rating'],
        ['mainSwitchVolts', 'Main switch: voltage'],
        ...(supply.earthing === 'TT'
          ? ([
              ['electrodeType', 'Earth electrode: type'],
              ['electrodeLocation', 'Earth electrode: location'],
            ] as const)
          : []),
      ],
      fieldOf('supply'),
    ),
    ...readingGaps(view, 'origin', { of: 'supply' }),
    ...bondedServices.flatMap(bond),
    ...protectiveConductors.flatMap((to) => readingGaps(view, 'origin', { of: 'conductor', to })),
  ];
}

/** Readings a subject is due and does not have, or that say no reason for being missing. */
function readingGaps(view: JobView, stage: Stage, on: Subject): Gap[] {
  return view.tests.slots
    .filter((definition) => definition.on === on.of && definition.due?.(view, on))
    .flatMap((definition) => readingGap(view, stage, slotAt(on, definition.measure)));
}

export function readingGap(view: JobView, stage: Stage, slot: Slot): Gap[] {
  const name = nameOfSlot(view, slot);
  const place: Place = { of: 'slot', slot };
  const reading = governingOf(view, slot);
  if (!reading) return [lacks(stage, name, place)];
  const { value, reason } = reading.body;
  return value.is === 'not-taken' && value.mark !== 'N/A' && blank(reason)
    ? [lacks(stage, `${name}: reason for ${value.mark}`, place)]
    : [];
}

export function inspectionGaps(view: JobView): Gap[] {
  return view.definition.schedule(view.pack).flatMap((row): Gap[] => {
    const outcome = itemOutcome(view, row.item);
    const place: Place = { of: 'item', item: row.item };
    return outcome ? [] : [lacks('inspection', `${row.item} ${row.confirm}`, place)];
  });
}

/** What a repair asks to be tested again, and points whose circuit is not known. */
export const repeatGaps = (view: JobView): Gap[] => [
  ...unplacedPoints(view.job).map((point): Gap => ({
    stage: 'tests',
    severity: 'query',
    what: `${point.name}: on which circuit it is`,
    place: list('unplaced points'),
  })),
  ...repeatsDue(view).map(({ slot, repair }) =>
    lacks(
      view.tests.of(slot)?.home.stage ?? 'tests',
      `${nameOfSlot(view, slot)} again, after the repair (${repair.what})`,
      { of: 'slot', slot },
    ),
  ),
];

export function circuitGaps(view: JobView): Gap[] {
  const { job } = view;
  if (job.boards.size === 0) return [lacks('circuits', 'A consumer unit or distribution board', list('boards'))];
  return touchedBoards(view).flatMap((board) => {
    const ways = waysOf(job, board.id);
    const covered = ways.filter((way) => isCovered(view, way));
    return [
      ...fields(
        'circuits',
        board,
        [
          ['name', 'Name of the board'],
          ['location', 'Location of the board'],
          ['suppliedFrom', 'What the board is supplied from'],
        ],
        (field) => ({ of: 'board', id: board.id, field }),
      ),
      ...readingGaps(view, 'circuits', { of: 'board', id: board.id }),
      ...(ways.length === 0 ? [lacks('circuits', `Ways of ${board.name ?? 'the board'}`, list('ways'))] : []),
      ...covered.flatMap((way) => wayGaps(view, way)),
    ];
  });
}

function wayGaps(view: JobView, way: Way): Gap[] {
  if (isSpare(way)) return [];
  const prefix = `Way ${way.number}: `;
  return [
    ...fields(
      'circuits',
      way,
      [
        ['description', `${prefix}what it feeds`],
        ['arrangement', `${prefix}ring or radial`],
        ['points', `${prefix}number of points`],
        ['liveCsaMm2', `${prefix}cable`],
        ['referenceMethod', `${prefix}reference method`],
        ['deviceAmps', `${prefix}protective device`],
        ...(way.residualAbsent ? [] : ([['residualMilliamps', `${prefix}RCD, or none`]] as const)),
      ],
      (field) => ({ of: 'way', id: way.id, field }),
    ),
    ...readingGaps(view, 'circuits', { of: 'way', id: way.id }),
  ];
}
