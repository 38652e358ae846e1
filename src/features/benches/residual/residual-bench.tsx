'use client';

import { useState } from 'react';
import { useJob } from '../../../client/job-provider';
import { sayResidual } from '../../../core/installation/device-text';
import { type Slot, slotAt, slotKey } from '../../../core/installation/slot';
import { isSpare } from '../../../core/installation/way';
import { governing } from '../../../core/job/governing';
import type { ReadingValue } from '../../../core/quantity/reading-value';
import { residual } from '../../../core/measurements/residual/definition';
import {
  afddButton,
  atHalfCycle,
  halfCycles,
  rcdButton,
  rcdFive,
  rcdHalf,
  rcdRamp,
  rcdTime,
  spdWindow,
  touchVolts,
} from '../../../core/measurements/residual/slots';
import { inTheWayOn } from '../../../core/work/live-tests';
import { type ResidualOfJob, doubtOfType, listResidualDevices } from '../../../core/measurements/residual/devices';
import { Disclosure } from '../../../ui/disclosure';
import { Select } from '../../../ui/select';
import { VerdictMark, Working } from '../../workspace/verdict-mark';
import { Cell } from '../../measure/cell';
import { ReadingRow } from '../../measure/reading-row';
import { HandsFree } from '../frame/hands-free';
import { LiveGate, Obstacles } from '../frame/live-gate';
import { LogRepair } from '../frame/log-repair';
import { NoCircuits } from '../frame/no-circuits';
import { OnNow } from '../frame/on-now';
import type { BenchProps } from '../registry';

const half = { no: rcdHalf, one: rcdTime, five: rcdFive } as const;
const notRead: ReadingValue = { is: 'not-taken', mark: 'N/V' };

/** RCDs, AFDDs and SPDs: device by device, each reading serving every circuit behind it. */
export function ResidualBench({ wayId, go }: BenchProps) {
  const { job } = useJob();
  const devices = listResidualDevices(job);
  const wanted = devices.find(({ ways }) => ways.some(({ id }) => id === wayId));
  const [first] = useState(() => devices[0]?.key);
  const device = wanted ?? devices.find(({ key }) => key === first) ?? devices[0];
  if (job.ways.size === 0) return <NoCircuits go={go} />;
  return (
    <LiveGate>
      <div className="grid grid-cols-1 gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,8fr)_minmax(0,5fr)]">
        {device ? (
          <OneDevice key={device.key} device={device} all={devices} choose={(id) => go('residual', id)} />
        ) : (
          <p className="border-y border-rule py-3">No RCD on this board. Add it to its circuit.</p>
        )}
        <Others />
      </div>
    </LiveGate>
  );
}

function OneDevice({
  device,
  all,
  choose,
}: {
  device: ResidualOfJob;
  all: readonly ResidualOfJob[];
  choose: (wayId: string) => void;
}) {
  const view = useJob();
  const { pack, isSealed } = view;
  const [way] = device.ways;
  const on = { of: 'way', id: way.id } as const;
  const at = (whole: typeof rcdTime | typeof rcdHalf | typeof rcdFive, position: '0' | '180') =>
    slotAt(on, atHalfCycle(whole, position));
  const obstacles = inTheWayOn(view, way);
  const doubt = doubtOfType(device);
  const values = halfCycles.map((each) => governing(view, on, atHalfCycle(rcdTime, each))?.body.value ?? notRead);
  const whole = governing(view, on, rcdTime);
  const judgement = view.verdicts.get(slotKey(on, rcdTime))?.judgement ?? null;
  const left = halfCycles.filter((_, index) => values[index]?.is === 'not-taken');
  // One half of the wave in order says nothing of the other; one that fails says enough.
  const judged = whole && (left.length === 0 || left.length === 2 || judgement?.verdict === 'fails') ? judgement : null;
  const rows: readonly { name: string; whole: typeof rcdTime | typeof rcdHalf | typeof rcdFive; why?: string }[] = [
    { name: '½ IΔn, holds', whole: half.no },
    { name: 'IΔn', whole: half.one },
  ];
  return (
    <section aria-labelledby="device" className="space-y-2">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <h2 id="device" className="sr-only">
          RCDs
        </h2>
        <Select
          label="Device"
          value={way.id}
          onChange={choose}
          className="font-semibold"
          options={all.map(({ ways: [each], name }) => ({
            value: each.id,
            label: `${name}${[rcdTime, rcdButton].every((due) => governing(view, { of: 'way', id: each.id }, due)) ? ' ✓' : ''}`,
          }))}
        />
        <span className="text-sm">
          {sayResidual(way)}; protects way {device.ways.map(({ number }) => number).join(', ')}
        </span>
      </div>
      <OnNow way={way} />
      <div className="border-l-4 border-ink pl-3 text-sm">
        {residual.slots.find(({ caution }) => caution)?.caution}
        {obstacles.length > 0 && <Obstacles all={obstacles} />}
        {doubt && <p className="font-semibold">{doubt}</p>}
      </div>
      <table className="w-full border-y border-rule-strong">
        <thead>
          <tr className="border-b border-rule-strong text-left text-xs">
            <th className="py-1 font-semibold">Residual current</th>
            {halfCycles.map((each) => (
              <th key={each} className="font-semibold">
                from {each}°
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, index) => (
            <HalfCycleRow
              key={row.name}
              name={row.name}
              slots={halfCycles.map((each) => at(row.whole, each))}
              row={index}
            />
          ))}
        </tbody>
      </table>
      <HandsFree
        slots={rows.flatMap((row) =>
          halfCycles
            .map((each) => ({ slot: at(row.whole, each), name: `${row.name}, from ${each}°: the RCD on` }))
            .filter(({ slot }) => !governing(view, slot.on, slot)),
        )}
        disabled={isSealed}
      />
      {whole && !judged && (
        <p className="margin-line pl-3 text-sm font-semibold">
          From {left.join('° and ')}° still to read: the longer time counts.
        </p>
      )}
      {judged && (
        <div className="margin-line space-y-1 pl-3">
          <VerdictMark verdict={judged.verdict} worded />
          <Working judgement={judged} slot={slotAt(on, rcdTime)} />
        </div>
      )}
      <ReadingRow slot={slotAt(on, rcdButton)} label="Test button, after the instrument test" sequence={20} row={20} />
      <ReadingRow slot={slotAt(on, touchVolts)} label="Touch voltage, highest shown" sequence={21} row={21} />
      <Disclosure
        summary={
          <span className="text-sm text-faint">
            5 × IΔn and a rising current: required before {pack.shortTitle}, optional since
          </span>
        }
      >
        <p className="text-sm text-faint">
          The 5 × test shows its speed for additional protection (40 ms, 30 mA and below). The ramp shows its tripping
          current: near half of IΔn means leakage is already there.
        </p>
        <table className="w-full border-y border-rule">
          <tbody>
            <HalfCycleRow name="5 × IΔn" slots={halfCycles.map((each) => at(half.five, each))} row={30} />
          </tbody>
        </table>
        <ReadingRow slot={slotAt(on, rcdRamp)} label="Trips at, raised slowly" sequence={64} row={64} />
      </Disclosure>
      {!isSealed && <LogRepair wayId={way.id} family={residual} />}
    </section>
  );
}

function HalfCycleRow({ name, slots, row }: { name: string; slots: readonly Slot[]; row: number }) {
  return (
    <tr className="border-b border-rule">
      <td className="py-1 text-sm font-semibold">{name}</td>
      {slots.map((slot, column) => (
        <td key={column}>
          <Cell
            slot={slot}
            label={`${name}, from ${halfCycles[column] ?? ''}°`}
            sequence={row * 2 + column}
            row={row}
            column={column}
          />
        </td>
      ))}
    </tr>
  );
}

/** AFDDs and surge protection: looked at and pressed. */
function Others() {
  const { job } = useJob();
  const arcs = [...job.ways.values()].filter((way) => way.arcFault && !isSpare(way));
  const boards = [...job.boards.values()].filter(({ surgeProtection: spd }) => spd && !/^none\b|^n\/?a\b/i.test(spd));
  return (
    <section aria-labelledby="others">
      <h2 id="others" className="border-b border-rule-strong pb-1 text-xl">
        AFDDs and SPDs
      </h2>
      {arcs.map((way, index) => (
        <ReadingRow
          key={way.id}
          slot={slotAt({ of: 'way', id: way.id }, afddButton)}
          label={`AFDD button, way ${way.number} ${way.description ?? ''}`}
          sequence={200 + index}
          row={200 + index}
        />
      ))}
      {boards.map((board, index) => (
        <ReadingRow
          key={board.id}
          slot={slotAt({ of: 'board', id: board.id }, spdWindow)}
          label={`SPD window, ${board.name ?? 'board'}: ${board.surgeProtection}`}
          sequence={300 + index}
          row={300 + index}
        />
      ))}
      {arcs.length + boards.length === 0 && (
        <p className="py-2 text-sm text-faint">
          None recorded. Add an AFDD to its circuit, surge protection to its board.
        </p>
      )}
    </section>
  );
}
