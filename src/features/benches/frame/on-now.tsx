'use client';

import isEqual from 'fast-deep-equal';
import { useJob } from '../../../client/job-provider';
import { deviceKey } from '../../../core/installation/device';
import type { Way } from '../../../core/installation/way';
import { deadBecause, devicesBefore, nameOfDevice, onlyThis } from '../../../core/work/on-now';
import { Button } from '../../../ui/button';
import { useMeasure } from '../../measure/measure-provider';
import { DeviceSwitch } from './device-switch';
import { SecondPhone } from './second-phone';
import { capital } from '../../../core/words/capital';

/** What is on between the supply and a circuit, each switched by one tap; the circuit alone by another. */
export function OnNow({ way }: { way: Way }) {
  const { record } = useMeasure();
  const { isSealed, devices, dead, alone } = useJob(({ job, isSealed: sealed }) => {
    const before = devicesBefore(job, way);
    return {
      isSealed: sealed,
      devices: before.map((device) => ({ device, name: nameOfDevice(job, device) })),
      dead: deadBecause(job, way),
      alone: onlyThis(job, way),
    };
  }, isEqual);
  return (
    <div
      role="group"
      aria-label="Energised now"
      className="flex items-center gap-x-2 gap-y-1 text-sm max-md:overflow-x-auto max-md:whitespace-nowrap md:flex-wrap"
    >
      <span className="text-faint max-md:sr-only">Energised now</span>
      {devices.map(({ device, name }) => (
        <DeviceSwitch
          key={deviceKey(device)}
          device={device}
          face={device.of === 'way' ? `Way ${way.number}` : capital(name)}
        />
      ))}
      {alone.length > 0 && !isSealed && (
        <Button
          look="quiet"
          className="max-md:min-h-11"
          onClick={() => record([{ kind: 'device.switched', body: { devices: [...alone] } }])}
        >
          Switch off all but way {way.number}
          {way.residualGroup ? ` and ${way.residualGroup}` : ''}
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
