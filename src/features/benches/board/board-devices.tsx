'use client';

import {
  type Fitted,
  deviceFieldNames,
  deviceFieldTable,
  listDevices,
  parseDeviceField,
} from '../../../core/installation/devices';
import { parseResidual, showResidual } from '../../../core/installation/device-text';
import { isSameSelection, useJob, useJobNow } from '../../../client/job-provider';
import { EntryField, asLine } from '../../../ui/entry-field';
import { useMeasure } from '../../measure/measure-provider';

/** Every device of a board once: what it is, what stands behind it, and what is read off it. */
export function BoardDevices({ boardId }: { boardId: string }) {
  const devices = useJob(({ job }) => listDevices(job, boardId), isSameSelection);
  return (
    <section aria-labelledby="devices" className="print:hidden">
      <h2 id="devices" className="border-b border-rule-strong pb-1 text-lg">
        Devices
      </h2>
      <table className="w-full text-sm max-md:block">
        <thead className="max-md:sr-only">
          <tr className="border-b border-rule-strong text-left text-xs">
            <th className="py-1 pr-3 font-semibold">Device</th>
            <th className="pr-3 font-semibold">Standard, type, rating</th>
            <th className="pr-3 font-semibold">Circuits</th>
            {deviceFieldNames.map((name) => (
              <th key={name} className="pr-3 font-semibold">
                {deviceFieldTable[name].label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="max-md:block">
          {devices.map((fitted) => (
            <Row key={fitted.key} fitted={fitted} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Row({ fitted }: { fitted: Fitted }) {
  const { record } = useMeasure();
  const now = useJobNow();
  const { device, name, kind, ways, fields } = fitted;
  const describe = (described: Fitted['fields']) =>
    record([{ kind: 'device.described', body: { device, fields: described } }]);
  const first = ways[0];
  /** Another name for a shared RCD: the ways behind it and what was read off it go along. */
  const rename = (group: string | null) => {
    if (device.of !== 'residual' || !group) return;
    record([
      ...ways.map((way) => ({
        kind: 'way.described' as const,
        body: { wayId: way.id, fields: { residualGroup: group } },
      })),
      {
        kind: 'device.described',
        body: { device: { ...device, group }, fields: now().job.devices.get(fitted.key)?.fields ?? {} },
      },
    ]);
  };
  return (
    <tr className="border-b border-rule align-top max-md:grid max-md:grid-cols-[8rem_1fr] max-md:gap-x-2 max-md:py-2">
      <th className="py-2 pr-3 text-left font-semibold max-md:col-span-2 max-md:py-0">
        {device.of === 'residual' ? (
          <EntryField bare label={`Name of ${name}`} shown={name} parse={asLine} commit={rename} />
        ) : (
          name
        )}
      </th>
      <td className="py-2 pr-3 max-md:col-span-2 max-md:py-0">
        {device.of === 'residual' && first ? (
          <EntryField
            bare
            label={`Type of ${name}`}
            shown={showResidual(first)}
            hint={first.residualStandard ?? 'mA and type: 30 A, 30 AC, 100 S'}
            parse={(typed) => {
              const parsed = parseResidual(typed);
              return parsed.ok ? { ok: true, value: parsed.fields } : parsed;
            }}
            commit={({ residualAbsent, ...said }) =>
              residualAbsent
                ? record(
                    ways.map((way) => ({
                      kind: 'way.described' as const,
                      body: { wayId: way.id, fields: { ...said, residualAbsent, residualGroup: null } },
                    })),
                  )
                : describe(said)
            }
          />
        ) : (
          kind || '—'
        )}
      </td>
      <td className="py-2 pr-3 text-faint max-md:col-span-2 max-md:py-0">
        <span className="md:hidden">Circuits </span>
        {ways.map((way) => way.number).join(', ')}
      </td>
      {deviceFieldNames.map((field) => (
        <Value key={field} fitted={fitted} field={field} shown={String(fields[field] ?? '')} describe={describe} />
      ))}
    </tr>
  );
}

type ValueProps = {
  readonly fitted: Fitted;
  readonly field: (typeof deviceFieldNames)[number];
  readonly shown: string;
  readonly describe: (fields: Fitted['fields']) => void;
};

function Value({ fitted, field, shown, describe }: ValueProps) {
  const { label } = deviceFieldTable[field];
  return (
    <>
      <td className="self-center text-xs text-faint md:hidden">{label}</td>
      <td className="py-1 pr-3">
        <EntryField
          bare
          label={`${label}, ${fitted.name}`}
          shown={shown}
          parse={(typed) => parseDeviceField(field, typed)}
          commit={describe}
        />
      </td>
    </>
  );
}
