'use client';

import { toast } from '../../../ui/toast';
import type { Board } from '../../../core/installation/board';
import { Disclosure } from '../../../ui/disclosure';
import { ChoiceField, EntryField, asLine } from '../../../ui/entry-field';
import { useGaps, useJob } from '../../../client/job-provider';
import { ReadingField } from '../../measure/reading-field';
import { useWanted } from '../../workspace/use-wanted';
import { type Measure, slotAt } from '../../../core/installation/slot';
import { valueAt } from '../../../core/job/governing';
import { showValue } from '../../../core/quantity/reading-value';
import { zs } from '../../../core/measurements/loop/slots';
import { assemblies, assemblyWords } from '../../../core/installation/board';
import { boardIpf, phaseSequence } from '../../../core/measurements/origin/slots';

/** A board in one line; opened, its particulars and the readings taken at it. */
export function BoardDetails({ board, isAdded }: { board: Board; isAdded: boolean }) {
  const view = useJob();
  const { append, job } = view;
  const gaps = useGaps();
  const wants = useWanted();
  const field = (name: string) => wants({ of: 'board', id: board.id, field: name });
  const record = (fields: Partial<Omit<Board, 'id'>>) => {
    const outcome = append([{ kind: 'board.described', body: { boardId: board.id, fields } }]);
    if (!outcome.ok) toast(outcome.reason);
  };
  const on = { of: 'board', id: board.id } as const;
  const at = (measured: Measure) => {
    const value = valueAt(view, on, measured);
    return value ? showValue(value) : '…';
  };
  const lacking = gaps.some(
    ({ place }) =>
      (place.of === 'board' && place.id === board.id) ||
      (place.of === 'slot' && place.slot.on.of === 'board' && place.slot.on.id === board.id),
  );
  return (
    <Disclosure
      open={lacking || isAdded}
      summary={
        <span className="flex flex-wrap items-baseline gap-x-4">
          <span className="font-serif text-lg font-semibold">{board.name ?? 'Unnamed board'}</span>
          <span className="text-sm text-faint">
            {board.location ?? 'where?'} · from {board.suppliedFrom ?? '?'} · Zs {at(zs)} Ω · Ipf {at(boardIpf)} kA
          </span>
          <span className="text-sm underline underline-offset-4">Board details</span>
        </span>
      }
    >
      <div className="grid gap-x-8 pb-3 lg:grid-cols-2">
        <div>
          <EntryField
            label="Name"
            shown={board.name ?? ''}
            parse={asLine}
            commit={(name) => record({ name })}
            {...field('name')}
          />
          <EntryField
            label="Location"
            focusFirst={isAdded}
            shown={board.location ?? ''}
            parse={asLine}
            commit={(location) => record({ location })}
            {...field('location')}
          />
          <EntryField
            label="Supplied from"
            shown={board.suppliedFrom ?? ''}
            parse={asLine}
            commit={(suppliedFrom) => record({ suppliedFrom })}
            {...field('suppliedFrom')}
          />
          <EntryField
            label="Device at its supply"
            shown={board.supplyDevice ?? ''}
            parse={asLine}
            commit={(supplyDevice) => record({ supplyDevice })}
          />
          <EntryField
            label="Assembly standard"
            shown={board.assemblyStandard ?? ''}
            parse={asLine}
            commit={(assemblyStandard) => record({ assemblyStandard })}
            hint="Usually BS EN 61439-3"
          />
          <ChoiceField
            label="Its conditional rating"
            value={board.assembly ?? null}
            options={assemblies.map((value) => ({ value, label: assemblyWords[value] }))}
            commit={(assembly) => record({ assembly })}
          />
          <EntryField
            label="Surge protection"
            shown={board.surgeProtection ?? ''}
            parse={asLine}
            commit={(surgeProtection) => record({ surgeProtection })}
            hint="Type and what its indicator shows"
          />
        </div>
        <div>
          <ReadingField slot={slotAt(on, zs)} label="Zs at the board" />
          <ReadingField slot={slotAt(on, boardIpf)} label="Ipf at the board" />
          {job.supply.liveConductors === 'three-phase' && (
            <ReadingField slot={slotAt(on, phaseSequence)} label="Phase sequence" />
          )}
        </div>
      </div>
    </Disclosure>
  );
}
