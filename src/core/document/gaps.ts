import type { EditionPack } from '../edition/pack';
import { isCode } from '../inspection/outcome';
import { mayEnergise } from '../isolation/isolation';
import { type SlotKey, type TestId, isDeadTest, measurementOf, slotKey } from '../installation/measurement';
import { type BondedService, bondFieldOf, bondedServices } from '../installation/supply';
import { type Way, isSpare } from '../installation/way';
import type { Judgement } from '../quantity/judgement';
import { governing } from '../ledger/governing';
import { type Job, unplacedPoints, wayOfSubject, waysOf } from '../ledger/job';
import { itemOutcome } from './item-outcome';
import { repeatsDue } from './repeats';
import type { Stage } from './stages';
import { judgeJob, judgeWayCapacity, resultVerdicts } from './verdicts';

/** Something the document still lacks (`missing`, nothing can be signed before it) or that deserves a look (`query`). */
export type Gap = { readonly stage: Stage; readonly severity: 'missing' | 'query'; readonly what: string; readonly at: string };

const blank = (value: unknown): boolean => value === undefined || value === null || value === '';

/** Everything that stands between the job and a complete, correct report, in the order of the work. */
export function gapsOf(job: Job, pack: EditionPack, verdicts: ReadonlyMap<SlotKey, Judgement> = judgeJob(job, pack)): Gap[] {
  return [...briefGaps(job), ...originGaps(job), ...isolationGaps(job), ...inspectionGaps(job, pack), ...repeatGaps(job), ...circuitGaps(job), ...findingGaps(job, pack, verdicts), ...reviewGaps(job)];
}

export const missing = (gaps: readonly Gap[]): Gap[] => gaps.filter((gap) => gap.severity === 'missing');

const fields = (stage: Stage, record: Record<string, unknown>, wanted: readonly (readonly [string, string])[]): Gap[] =>
  wanted
    .filter(([key]) => blank(record[key]))
    .map(([key, what]) => ({ stage, severity: 'missing', what, at: key }));

function briefGaps(job: Job): Gap[] {
  const gaps = [
    ...fields('brief', { clientName: job.client.name, clientAddress: job.client.address }, [
      ['clientName', 'Client: who pays for the report'],
      ['clientAddress', 'Client address'],
    ]),
    ...fields('brief', job.site, [
      ['address', 'Address of the installation'],
      ['occupier', 'Occupier (write vacant where it is)'],
      ['premises', 'Description of the premises'],
    ]),
    ...fields('brief', job.brief, [
      ['reason', 'Reason for the report'],
      ['inspectedFrom', 'Date of the inspection'],
      ['extent', 'Extent: what the report covers'],
      ['estimatedAgeYears', 'Estimated age of the installation'],
      ['alterations', 'Evidence of additions or alterations (write none seen where there is none)'],
      ['records', 'Records available (write none where there are none)'],
      ['previousReport', 'Previous report: number or date (write none where there is none)'],
      ['samplingPercent', 'Share of accessories opened'],
    ]),
  ];
  if (job.instruments.size === 0) {
    gaps.push({ stage: 'brief', severity: 'missing', what: 'At least one instrument, by serial number', at: 'instruments' });
  }
  for (const limitation of job.limitations) {
    if (limitation.sort === 'agreed' && blank(limitation.agreedWith)) {
      gaps.push({ stage: 'brief', severity: 'missing', what: `Limitation “${limitation.what}”: agreed with whom`, at: 'limitations' });
    }
  }
  return gaps;
}

const continuityTestOf: Partial<Record<BondedService, TestId>> = {
  water: 'bond-water-continuity',
  gas: 'bond-gas-continuity',
  oil: 'bond-oil-continuity',
  steel: 'bond-steel-continuity',
  other: 'bond-other-continuity',
};

function originGaps(job: Job): Gap[] {
  const { supply } = job;
  const gaps = fields('origin', supply, [
    ['earthing', 'Earthing system'],
    ['liveConductors', 'Number and type of live conductors'],
    ['serviceFuseStandard', 'Service fuse: standard (write N/V where it cannot be seen)'],
    ['serviceFuseAmps', 'Service fuse: rating'],
    ['otherSources', 'Other sources of supply (write none where there are none)'],
    ['earthingConductorCsaMm2', 'Earthing conductor size'],
    ['bondingCsaMm2', 'Main bonding conductor size'],
    ['maximumDemandAmps', 'Maximum demand'],
    ['mainSwitchLocation', 'Main switch: location'],
    ['mainSwitchStandard', 'Main switch: standard'],
    ['mainSwitchPoles', 'Main switch: poles'],
    ['mainSwitchAmps', 'Main switch: rating'],
  ]);
  if (supply.earthing === 'TT') {
    gaps.push(
      ...fields('origin', supply, [
        ['electrodeType', 'Earth electrode: type'],
        ['electrodeLocation', 'Earth electrode: location'],
      ]),
      ...readingGaps(job, 'origin', { of: 'supply' }, ['electrode-resistance'], ''),
    );
  }
  gaps.push(...readingGaps(job, 'origin', { of: 'supply' }, ['supply-polarity', 'ze', 'ipf-ln', 'ipf-le', 'earthing-continuity'], ''));
  for (const service of bondedServices) {
    const state = supply[bondFieldOf[service]];
    if (blank(state)) gaps.push({ stage: 'origin', severity: 'missing', what: `Main bonding: ${service}`, at: bondFieldOf[service] });
    const test = continuityTestOf[service];
    if (state === 'bonded' && test) gaps.push(...readingGaps(job, 'origin', { of: 'supply' }, [test], ''));
  }
  return gaps;
}

function readingGaps(job: Job, stage: Stage, on: Parameters<typeof slotKey>[0], tests: readonly TestId[], prefix: string): Gap[] {
  return tests.flatMap((test): Gap[] => {
    const key = slotKey(on, test);
    const reading = governing(job, key);
    const name = `${prefix}${measurementOf(test).name}`;
    if (!reading) return [{ stage, severity: 'missing', what: name, at: key }];
    const { value, reason } = reading.body;
    const unexplained = value.is === 'not-taken' && value.mark !== 'N/A' && blank(reason);
    return unexplained ? [{ stage, severity: 'missing', what: `${name}: reason for ${value.is === 'not-taken' ? value.mark : ''}`, at: key }] : [];
  });
}

function inspectionGaps(job: Job, pack: EditionPack): Gap[] {
  return pack.inspectionEicr.flatMap((row): Gap[] => {
    const outcome = itemOutcome(job, row.item);
    const at = `item-${row.item}`;
    if (!outcome) return [{ stage: 'inspection', severity: 'missing', what: `${row.item} ${row.confirm}`, at }];
    if (isCode(outcome.outcome) && outcome.observations.length === 0) {
      return [{ stage: 'inspection', severity: 'missing', what: `${row.item} is marked ${outcome.outcome}: write its observation`, at }];
    }
    return [];
  });
}

/** The tests a circuit's row must show, by its arrangement and devices. */
export function testsDue(way: Way): TestId[] {
  if (isSpare(way)) return [];
  const continuity: TestId[] = way.arrangement === 'ring' ? ['ring-r1', 'ring-rn', 'ring-r2', 'r1r2'] : ['r1r2'];
  const residual: TestId[] = way.residualMilliamps ? ['rcd-time', 'rcd-button'] : [];
  return [...continuity, 'ir-ll', 'ir-le', 'polarity', 'zs', ...residual];
}

/** Links still in, and dead readings that belong to no isolation and do not say why. */
function isolationGaps(job: Job): Gap[] {
  const links = mayEnergise(job.links).stillIn.map((link): Gap => ({ stage: 'isolation', severity: 'missing', what: `${link.sort}, ${link.where}: still in`, at: 'links' }));
  const loose = [...job.readings.values()].flat().filter(({ entry, struck }) => !struck && entry.body.value.is !== 'not-taken' && isDeadTest(entry.body.test) && entry.body.isolationId === null && !entry.body.isolationWhy).length;
  return loose === 0 ? links : [...links, { stage: 'isolation', severity: 'query', what: `${loose} dead reading${loose === 1 ? '' : 's'} with no isolation in force and no reason`, at: 'isolation' }];
}

/** What a repair asks to be tested again, and points whose circuit is not known. */
const repeatGaps = (job: Job): Gap[] => [
  ...unplacedPoints(job).map((point): Gap => ({ stage: 'tests', severity: 'query', what: `${point.name}: on which circuit it is`, at: 'which' })),
  ...repeatsDue(job).map(({ key, test, wayId, repair }): Gap => ({ stage: 'tests', severity: 'missing', what: `Way ${job.ways.get(wayId)?.number ?? ''}: ${measurementOf(test).name} again, after the repair (${repair.what})`, at: key })),
];

function circuitGaps(job: Job): Gap[] {
  if (job.boards.size === 0) return [{ stage: 'circuits', severity: 'missing', what: 'A consumer unit or distribution board', at: 'boards' }];
  return [...job.boards.values()].flatMap((board) => {
    const ways = waysOf(job, board.id);
    const gaps = fields('circuits', board, [
      ['name', 'Name of the board'],
      ['location', 'Location of the board'],
      ['suppliedFrom', 'What the board is supplied from'],
    ]);
    gaps.push(...readingGaps(job, 'circuits', { of: 'board', id: board.id }, ['board-zs', 'board-ipf'], ''));
    if (ways.length === 0) gaps.push({ stage: 'circuits', severity: 'missing', what: `Ways of ${board.name ?? 'the board'}`, at: 'ways' });
    return [...gaps, ...ways.flatMap((way) => wayGaps(job, way))];
  });
}

function wayGaps(job: Job, way: Way): Gap[] {
  if (isSpare(way)) return [];
  const prefix = `Way ${way.number}: `;
  const described = fields('circuits', way, [
    ['description', `${prefix}what it feeds`],
    ['arrangement', `${prefix}ring or radial`],
    ['points', `${prefix}number of points`],
    ['liveCsaMm2', `${prefix}cable`],
    ['referenceMethod', `${prefix}reference method`],
    ['deviceAmps', `${prefix}protective device`],
  ]).map((gap) => ({ ...gap, at: `way-${way.id}-${gap.at}` }));
  const tests = testsDue(way);
  // R2 alone satisfies continuity of a radial's CPC.
  const r2Taken = governing(job, slotKey({ of: 'way', id: way.id }, 'r2')) !== null;
  const due = r2Taken ? tests.filter((test) => test !== 'r1r2') : tests;
  return [...described, ...readingGaps(job, 'circuits', { of: 'way', id: way.id }, due, prefix)];
}

function findingGaps(job: Job, pack: EditionPack, verdicts: ReadonlyMap<SlotKey, Judgement>): Gap[] {
  const gaps: Gap[] = job.observations.flatMap((observation) =>
    fields('observations', observation, [
      ['what', `Observation ${observation.number}: what was found`],
      ['where', `Observation ${observation.number}: where it is`],
      ['why', `Observation ${observation.number}: why it matters`],
    ]).map((gap) => ({ ...gap, at: `observation-${observation.id}` })),
  );
  for (const [key, judgement] of resultVerdicts(verdicts)) {
    if (judgement.verdict !== 'fails') continue;
    const reading = governing(job, key);
    const on = reading?.body.on;
    const way = on && wayOfSubject(job, on);
    const noted = job.observations.some((observation) => (way ? observation.wayId === way.id : true));
    if (!noted && reading) {
      const place = way ? `way ${way.number}, ` : '';
      gaps.push({ stage: 'observations', severity: 'query', what: `${place}${measurementOf(reading.body.test).name} does not meet its limit and no observation is tied to it`, at: key });
    }
  }
  for (const way of job.ways.values()) {
    const capacity = judgeWayCapacity(pack, way);
    if (capacity?.verdict === 'fails' && !job.observations.some((observation) => observation.wayId === way.id)) {
      gaps.push({ stage: 'observations', severity: 'query', what: `way ${way.number}, cable and device do not go together and no observation is tied to it`, at: `way-${way.id}-liveCsaMm2` });
    }
  }
  return gaps;
}

function reviewGaps(job: Job): Gap[] {
  const gaps: Gap[] = [];
  if (blank(job.summary)) gaps.push({ stage: 'review', severity: 'missing', what: 'Summary of the condition, in plain words', at: 'summary' });
  if (!job.comeBack) gaps.push({ stage: 'review', severity: 'missing', what: 'Recommended next inspection, with the reason', at: 'comeBack' });
  return gaps;
}
