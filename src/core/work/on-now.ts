import { type Device, type DeviceState, deviceKey, deviceStateWords } from '../installation/device';
import type { Way } from '../installation/way';
import { type Job, waysOf } from '../job/job';
import { capital } from '../words/capital';

type Known = Pick<Job, 'switched' | 'boards' | 'ways'>;

/** How a device stands: as last said; on where nothing was. */
export const stateOf = (job: Pick<Job, 'switched'>, device: Device): DeviceState =>
  job.switched.get(deviceKey(device))?.state ?? 'on';

/** The RCD a way stands behind with others; null where it has its own, or none. */
export const residualOfWay = (way: Way): Device | null =>
  way.residualGroup ? { of: 'residual', boardId: way.boardId, group: way.residualGroup } : null;

/** The devices between the supply and a way's terminals, from the main switch on. A further board has its own switch. */
export function devicesBefore(job: Known, way: Way): readonly Device[] {
  const [first] = job.boards.keys();
  const residual = residualOfWay(way);
  return [
    { of: 'supply' },
    ...(way.boardId === first ? [] : [{ of: 'board', id: way.boardId } as const]),
    ...(residual ? [residual] : []),
    { of: 'way', id: way.id },
  ];
}

/** A device as a person says it: "main switch", "RCD 1", "way 4 Utility room sockets". */
export function nameOfDevice(job: Pick<Job, 'boards' | 'ways'>, device: Device): string {
  switch (device.of) {
    case 'supply':
      return 'main switch';
    case 'board':
      return `switch of ${job.boards.get(device.id)?.name ?? 'the board'}`;
    case 'residual':
      return device.group;
    case 'way': {
      const way = job.ways.get(device.id);
      return way ? `way ${way.number} ${way.description ?? ''}`.trim() : 'way';
    }
    default: {
      const never: never = device;
      return never;
    }
  }
}

/** The first device before a way's terminals that is not on, from the supply: why a point there does not answer. */
function offBefore(job: Known, way: Way): { readonly device: Device; readonly state: DeviceState } | null {
  const device = devicesBefore(job, way).find((each) => stateOf(job, each) !== 'on');
  return device ? { device, state: stateOf(job, device) } : null;
}

/** What to say of a point that does not answer; null where every device before it is on. */
export function deadBecause(job: Known, way: Way): string | null {
  const off = offBefore(job, way);
  if (!off) return null;
  const name = nameOfDevice(job, off.device);
  return `${capital(name)} is ${deviceStateWords[off.state]}: no point here answers until it is on.`;
}

/** The devices that are not on, in words for one line; null where everything is. */
export function offNow(job: Pick<Job, 'switched' | 'boards' | 'ways'>): string | null {
  const off = [...job.switched.values()].filter(({ state }) => state !== 'on');
  if (off.length === 0) return null;
  const named = off
    .map(({ device, state }) => {
      const way = device.of === 'way' ? job.ways.get(device.id) : undefined;
      const name = way ? `way ${way.number}` : nameOfDevice(job, device);
      return state === 'off' ? name : `${name} ${deviceStateWords[state]}`;
    })
    .sort((a, b) => a.localeCompare(b, 'en-GB', { numeric: true }));
  return `Switched off: ${named.join(', ')}`;
}

/**
 * What to switch so that one circuit alone is live: its own chain on, every other way off. A device that is locked stays
 * so, and one that tripped is for the person to look at first.
 */
export function onlyThis(job: Job, way: Way): readonly { readonly device: Device; readonly state: DeviceState }[] {
  const chain = devicesBefore(job, way);
  const keys = new Set(chain.map(deviceKey));
  const others = waysOf(job, way.boardId).filter((each) => !keys.has(`way:${each.id}`) && each.arrangement !== 'spare');
  return [
    ...chain.filter((device) => stateOf(job, device) === 'off').map((device) => ({ device, state: 'on' }) as const),
    ...others
      .map((each): Device => ({ of: 'way', id: each.id }))
      .filter((device) => stateOf(job, device) === 'on')
      .map((device) => ({ device, state: 'off' }) as const),
  ];
}
