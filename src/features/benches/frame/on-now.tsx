'use client';

import { useJob } from '../../../client/job-provider';
import { deviceKey } from '../../../core/installation/device';
import type { Way } from '../../../core/installation/way';
import { deadBecause, devicesBefore, nameOfDevice, onlyThis } from '../../../core/work/on-now';
import { Button } from '../../../ui/button';
import { useBench } from './bench-provider';
import { DeviceSwitch } from './device-switch';
import { SecondPhone } from './second-phone';
import { capital } from '../../../core/words/capital';

/** What is on between the supply and a circuit, each switched by one tap; the circuit alone by another. */
export function OnNow({ way }: { way: Way }) {
  const { job, isSealed } = useJob();
  const { record } = useBench();
  const devices = devicesBefore(job, way);
  const dead = deadBecause(job, way);
  const alone = onlyThis(job, way);
  return (
    <div role="group" aria-label="What is on now" className="flex flex-wrap items-center gap-x-2 gap-y-1 text-sm">
      <span className="text-faint max-md:sr-only">On now</span>
      {devices.map((device) => (
        <DeviceSwitch
          key={deviceKey(device)}
          device={device}
          face={device.of === 'way' ? `Way ${way.number}` : capital(nameOfDevice(job, device))}
        />
      ))}
      {alone.length > 0 && !isSealed && (
        <Button
          look="quiet"
          className="max-md:min-h-11"
          onClick={() => record([{ kind: 'device.switched', body: { devices: [...alone] } }])}
        >
          Only way {way.number}
          {way.residualGroup ? ` and ${way.residualGroup}` : ''}, please
        </Button>
      )}
      <SecondPhone device={{ of: 'way', id: way.id }} />
      {dead && (
        <p role="status" className="w-full border-l-4 border-ink pl-2 font-semibold">
          {dead}
        </p>
      )}
    </div>
  );
}
