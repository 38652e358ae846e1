import * as z from 'zod';
import { type Device, type DeviceState, device, deviceKey, deviceStates } from '../../installation/device';
import type { InMaking } from '../../ledger/kind';
import type { Job } from '../job';
import { jobKind } from '../kind';
import { whyNoBoard } from './board';
import { whyNoWay } from './way';

/** How a device stands, and since when. */
export type Switched = { readonly device: Device; readonly state: DeviceState; readonly at: string };

/** Notes in a job in the making how a device stands. */
export function setDevice(job: InMaking<Job>, of: Device, state: DeviceState, at: string): void {
  job.switched.set(deviceKey(of), { device: of, state, at });
}

export function whyNoDevice(job: Job, of: Device): string | null {
  switch (of.of) {
    case 'supply':
      return null;
    case 'board':
      return whyNoBoard(job, of.id);
    case 'way':
      return whyNoWay(job, of.id);
    case 'residual':
      return [...job.ways.values()].some((way) => way.boardId === of.boardId && way.residualGroup === of.group)
        ? null
        : 'No way of that board stands behind such an RCD.';
    default: {
      const never: never = of;
      return never;
    }
  }
}

/** A device was switched, locked off, or seen to have tripped: what is on now, and nothing of the installation itself. */
export const switched = jobKind({
  body: z.object({
    devices: z
      .array(z.object({ device, state: z.enum(deviceStates) }))
      .min(1)
      .max(200),
  }),
  touches: ['switched'],
  paper: true,
  apply(job, { body, madeAt }) {
    for (const each of body.devices) setDevice(job, each.device, each.state, madeAt);
  },
  admit: (job, { devices }) => devices.map((each) => whyNoDevice(job, each.device)).find((why) => why !== null) ?? null,
});
