'use client';

import { useJob } from '../../../client/job-provider';
import { type Device, type DeviceState, deviceStateWords, deviceStates } from '../../../core/installation/device';
import { nameOfDevice, stateOf } from '../../../core/work/on-now';
import { ToggleGroup } from '../../../ui/toggle-group';
import { useMeasure } from '../../measure/measure-provider';
import { capital } from '../../../core/words/capital';

const looks: Record<DeviceState, string> = {
  on: 'border-rule-strong bg-sheet hover:bg-hover',
  off: 'border-ink bg-ink text-paper',
  locked: 'border-ink bg-ink text-paper',
  tripped: 'border-2 border-ink hatch',
};

/** A device as it stands, switched by one tap: off where it was on, on where it was off or had tripped. */
export function DeviceSwitch({ device, face, className = '' }: { device: Device; face?: string; className?: string }) {
  const { record } = useMeasure();
  const { isSealed, state, name } = useJob(({ job, isSealed: sealed }) => ({
    isSealed: sealed,
    state: stateOf(job, device),
    name: nameOfDevice(job, device),
  }));
  const to = state === 'on' ? 'off' : 'on';
  return (
    <button
      type="button"
      disabled={isSealed || state === 'locked'}
      aria-label={`${name}: ${deviceStateWords[state]}${state === 'locked' ? ': unlock it on the isolation page' : `; switch ${to}`}`}
      className={`inline-flex min-h-8 items-center gap-1.5 rounded-md border px-2 text-sm max-md:min-h-11 ${looks[state]} ${className}`}
      onClick={() => record([{ kind: 'device.switched', body: { devices: [{ device, state: to }] } }])}
    >
      {state === 'tripped' ? (
        <span className="bg-paper px-1 text-ink">{face ?? name} tripped</span>
      ) : (
        <>
          {face ?? name} <strong>{deviceStateWords[state]}</strong>
        </>
      )}
    </button>
  );
}

/** A device with every way it can stand, for where there is room. */
export function DeviceStates({ device }: { device: Device }) {
  const { job, isSealed } = useJob();
  const { record } = useMeasure();
  const name = nameOfDevice(job, device);
  return (
    <span className="flex flex-wrap items-center gap-x-2 text-sm">
      <span className="min-w-24 font-semibold">{capital(name)}</span>
      <ToggleGroup
        label={`${name} is`}
        value={stateOf(job, device)}
        disabled={isSealed}
        choices={deviceStates.map((value) => ({ value, face: deviceStateWords[value] }))}
        onChange={(state) => record([{ kind: 'device.switched', body: { devices: [{ device, state }] } }])}
      />
    </span>
  );
}
