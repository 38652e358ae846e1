import * as z from 'zod';
import { deviceFields, installedDevice, installedKey, residualOf } from '../../installation/devices';
import { jobKind } from '../kind';
import { whyNoBoard } from './board';
import { whyNoDevice } from './switched';

/** What was read off a device. What is said of an RCD holds for every way behind it, now and later. */
export const deviceDescribed = jobKind({
  body: z.object({ device: installedDevice, fields: deviceFields.partial() }),
  touches: ['devices', 'ways'],
  apply(job, { body: { device, fields } }) {
    const key = installedKey(device);
    job.devices.set(key, { device, fields: { ...job.devices.get(key)?.fields, ...fields } });
    if (device.of !== 'residual') return;
    for (const way of job.ways.values())
      if (way.boardId === device.boardId && way.residualGroup === device.group)
        job.ways.set(way.id, { ...way, ...residualOf(fields) });
  },
  admit: (job, { device }) => (device.of === 'surge' ? whyNoBoard(job, device.boardId) : whyNoDevice(job, device)),
});
