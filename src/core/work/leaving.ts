import * as z from 'zod';
import { deviceStateWords } from '../installation/device';
import { isSpare } from '../installation/way';
import type { Job } from '../job/job';
import { stillIn } from '../job/whether-live';
import { stateOf } from './on-now';
import raw from './leaving.json';

const row = z.object({ id: z.string(), check: z.string(), when: z.string() });
const rows = z.array(row).parse(raw);

/** A point of the last walk: what to look at, what the record says against it, and whether it was looked at. */
export type Leaving = {
  readonly id: string;
  readonly check: string;
  readonly against: string | null;
  readonly done: boolean;
};

const words = (job: Job): string =>
  [
    ...[...job.ways.values()].map(({ description }) => description ?? ''),
    ...[...job.points.values()].map(({ name }) => name),
    job.supply.otherSources ?? '',
  ].join(' | ');

/** Whether a point of the last walk belongs to this job: by what it holds and what was done in it. */
function belongs(job: Job, id: string): boolean {
  const has = (pattern: RegExp) => pattern.test(words(job));
  const isolated = job.isolations.length > 0;
  switch (id) {
    case 'earth-on':
      return job.links.some(({ sort }) => /bond off|earthing conductor off|electrode off|CPC off/.test(sort));
    case 'locks-off':
      return isolated;
    case 'freezer':
      return isolated;
    case 'heating':
      return isolated && has(/boiler|heating|immersion|storage/i);
    case 'alarms':
      return has(/smoke|alarm|detect/i);
    case 'intruder':
      return has(/intruder|burglar/i);
    case 'care-call':
      return has(/care|call|telephone|router/i);
    case 'spd':
      return [...job.boards.values()].some(({ surgeProtection: spd }) => spd && !/^none\b|^n\/?a\b/i.test(spd));
    case 'solar':
      return has(/solar|photovoltaic|\bpv\b/i);
    case 'storage':
      return has(/battery|storage/i);
    case 'generator':
      return has(/generator/i);
    case 'vehicle':
      return has(/vehicle|charging|charger/i);
    case 'loft':
      return has(/loft|attic/i);
    case 'outside':
      return has(/garden|outside|outdoor|garage|shed|gate|porch/i);
    case 'dangers':
      return job.observations.some(({ code }) => code === 'C1');
    case 'smell':
      return isolated;
    case 'keys':
    case 'photos':
      return false;
    default:
      return true;
  }
}

/** What the record itself says against leaving; null where it says nothing. */
function against(job: Job, id: string): string | null {
  const links = stillIn(job.links);
  if (id === 'links-out' && links[0]) return `${links.length} still in: ${links[0].sort}, ${links[0].where}.`;
  if (id === 'covers') {
    const open = [...job.covers.values()].find(({ state }) => state === 'open' || state === 'attended');
    return open ? `${job.boards.get(open.boardId)?.name ?? 'A board'} is recorded as open.` : null;
  }
  if (id === 'locks-off' && job.isolations.some(({ ended }) => !ended)) return 'An isolation is still in force.';
  if (id === 'power-as-found' || id === 'rcds-up') {
    const off = [...job.ways.values()].filter(
      (way) => !isSpare(way) && stateOf(job, { of: 'way', id: way.id }) !== 'on',
    );
    const other = [...job.switched.values()].find(
      ({ device, state }) => state !== 'on' && (id === 'rcds-up' ? device.of === 'residual' : device.of === 'supply'),
    );
    if (other)
      return `${other.device.of === 'residual' ? other.device.group : 'The main switch'} is ${deviceStateWords[other.state]}.`;
    return id === 'power-as-found' && off[0]
      ? `Way ${off.map(({ number }) => number).join(', ')} ${off.length === 1 ? 'is' : 'are'} off.`
      : null;
  }
  return null;
}

/** The last walk before leaving, from what the job holds. */
export const lastWalk = (job: Job): readonly Leaving[] =>
  rows
    .filter(({ id }) => belongs(job, id))
    .map(({ id, check }) => ({
      id,
      check,
      against: against(job, id),
      done: job.leaving.get(id)?.done ?? false,
    }));
