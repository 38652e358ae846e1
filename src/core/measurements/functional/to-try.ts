import type { Slot } from '../../installation/slot';
import { slotAt } from '../../installation/slot';
import { changesOver } from '../../installation/point';
import { type Way, isSpare } from '../../installation/way';
import { type Job, pointsOf } from '../../job/job';
import { type FunctionName, functionOf } from './slots';

/** What a circuit's own words say there is to try on it. */
const said: readonly { readonly when: RegExp; readonly name: FunctionName }[] = [
  { when: /fan|bath|shower room|ensuite|en-suite|cloakroom/i, name: 'fan overrun' },
  { when: /cooker|oven|hob|shower\b(?! room)|immersion|water heater|air condition|motor|boiler/i, name: 'isolator' },
  { when: /boiler|heating|immersion|storage|underfloor|controls|towel/i, name: 'controls' },
  { when: /gate|garage door|roller|pump/i, name: 'interlock' },
  { when: /vehicle|charging|charger/i, name: 'charging stops' },
];
const alarms = /smoke|heat alarm|fire alarm|detect/i;
const emergency = /emergency/i;

/** The functions to be tried in a job, from what it holds: its switch, its lights, its machines, its alarms (643.10). */
export function functionsToTry(job: Pick<Job, 'ways' | 'points'>): readonly Slot[] {
  const ways = [...job.ways.values()].filter((way) => !isSpare(way));
  const words = ways.flatMap((way) => [way.description ?? '', ...namesOf(job, way)]);
  const supply = { of: 'supply' } as const;
  return [
    slotAt(supply, functionOf('main switch')),
    ...ways.flatMap((way) => ofWay(job, way).map((name) => slotAt({ of: 'way', id: way.id }, functionOf(name)))),
    ...(words.some((each) => alarms.test(each)) ? [slotAt(supply, functionOf('alarms linked'))] : []),
    ...(words.some((each) => emergency.test(each)) ? [slotAt(supply, functionOf('emergency light'))] : []),
  ];
}

const pointsHere = (job: Pick<Job, 'points'>, way: Way) => pointsOf(job as Job, way.id);
const namesOf = (job: Pick<Job, 'points'>, way: Way) => pointsHere(job, way).map(({ name }) => name);

function ofWay(job: Pick<Job, 'points'>, way: Way): readonly FunctionName[] {
  const points = pointsHere(job, way);
  const words = [way.description ?? '', ...points.map(({ name }) => name)];
  const lit = way.load === 'lighting' || points.some(({ kind }) => kind === 'light');
  return [
    ...(lit ? (['switches'] as const) : []),
    ...(points.some(changesOver) ? (['two-way'] as const) : []),
    ...said
      .filter(({ when, name }) => words.some((each) => when.test(each)) && (name !== 'fan overrun' || lit))
      .map(({ name }) => name),
  ];
}
