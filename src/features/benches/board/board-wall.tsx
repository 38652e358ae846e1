'use client';

import { useState } from 'react';
import { v7 } from 'uuid';
import { describeWay } from '../../../core/installation/devices';
import { copyOfWay, typicalCircuits } from '../../../core/installation/typical';
import { type Way, isSpare } from '../../../core/installation/way';
import { waysOf } from '../../../core/job/job';
import { Button } from '../../../ui/button';
import { EntryField, asLine } from '../../../ui/entry-field';
import { Select } from '../../../ui/select';
import { Sortable } from '../../../ui/sortable';
import { useMeasure } from '../../measure/measure-provider';
import { fieldColumns } from '../../workspace/way-fields';
import { useJob } from '../../../client/job-provider';
import type { JobBody } from '../../../core/catalogue';
import { entryThatAdded } from '../../../core/job/job';
import { WayDesign } from '../../workspace/way-design';
import { PointsEditor } from '../points/points-editor';
import { WhichCircuit } from '../points/which-circuit';
import type { BenchProps, Go } from '../registry';
import { DeviceStates, DeviceSwitch } from '../frame/device-switch';
import { CoverOf } from '../frame/going-live';
import { BoardDevices } from './board-devices';
import { CircuitChart } from './circuit-chart';
import { WayModule } from './way-module';

/** The board as on the wall: tails, main switch, RCDs and the ways behind them, in their places. */
export function BoardWall({ go, wayId: chosen }: BenchProps) {
  const { job, isSealed } = useJob();
  const { record } = useMeasure();
  const boards = [...job.boards.values()];
  const [boardId, setBoardId] = useState<string | null>(null);
  const way = chosen ? job.ways.get(chosen) : undefined;
  const board = job.boards.get(boardId ?? way?.boardId ?? '') ?? boards[0];
  if (!board) {
    return (
      <Button
        look="next"
        onClick={() => {
          const id = v7();
          record([
            { kind: 'board.added', body: { boardId: id } },
            { kind: 'board.described', body: { boardId: id, fields: { name: 'Consumer unit' } } },
          ]);
        }}
      >
        Add consumer unit
      </Button>
    );
  }
  const ways = waysOf(job, board.id);
  const free = Math.max(0, ...ways.map((each) => each.number)) + 1;
  const addWith = (fields: JobBody<'way.described'>['fields']) => {
    const wayId = v7();
    const added = record([
      { kind: 'way.added', body: { wayId, boardId: board.id, number: free } },
      { kind: 'way.described', body: { wayId, fields } },
    ]);
    if (added) go('board', wayId);
  };
  const { supply } = job;
  return (
    <div className="space-y-5">
      <section aria-labelledby="wall" className="print:hidden">
        <div className="flex flex-wrap items-baseline gap-x-4 pb-2">
          <h2 id="wall" className="text-xl max-md:sr-only">
            {board.name ?? 'Board'}
          </h2>
          {boards.length > 1 && (
            <Select
              label="Board"
              value={board.id}
              onChange={setBoardId}
              options={boards.map((each) => ({ value: each.id, label: each.name ?? 'Unnamed board' }))}
            />
          )}
          <span className="text-sm text-faint">
            Tails {supply.tailsCsaMm2 ? `${supply.tailsCsaMm2} mm²` : 'not recorded'} · main switch{' '}
            {supply.mainSwitchAmps
              ? `${supply.mainSwitchAmps} A, ${supply.mainSwitchPoles ?? '?'}-pole`
              : 'not recorded'}
          </span>
        </div>
        <Sortable
          id={`board-${board.id}`}
          ids={ways.map((each) => each.id)}
          layout="grid"
          onMove={(wayId, _from, to) => record([{ kind: 'way.moved', body: { wayId, to: ways[to]?.number ?? free } }])}
        >
          <ol className="flex flex-wrap gap-x-0 gap-y-3">
            <li className="flex w-[6.4rem] flex-col">
              <div className="flex flex-1 flex-col justify-between border-2 border-ink bg-sheet px-1.5 py-1 text-sm">
                <strong>Main switch</strong>
                <span>{supply.mainSwitchAmps ? `${supply.mainSwitchAmps} A` : ''}</span>
                <span className="text-xs text-faint">{supply.mainSwitchStandard ?? ''}</span>
                <DeviceSwitch
                  device={board === boards[0] ? { of: 'supply' } : { of: 'board', id: board.id }}
                  face=""
                  className="justify-center"
                />
                {job.links
                  .filter((link) => link.clearedAt === null && link.on.of !== 'way')
                  .map((link) => (
                    <span key={link.linkId} className="bg-ink px-1 text-xs font-semibold text-paper">
                      {link.sort}, {link.where}
                    </span>
                  ))}
              </div>
              <span className="mt-1 h-6" />
            </li>
            {ways.map((each, index) => (
              <WayModule
                key={each.id}
                way={each}
                isChosen={each.id === way?.id}
                choose={() => go('board', each.id)}
                group={groupAt(ways, index)}
              />
            ))}
          </ol>
        </Sortable>
        <OnTheWall boardId={board.id} isFirst={board === boards[0]} ways={ways} />
        {!isSealed && (
          <div className="flex flex-wrap items-center gap-1.5 pt-2" role="group" aria-label="Add circuit">
            <span className="text-sm font-semibold">Add</span>
            {typicalCircuits.map((circuit) => (
              <Button key={circuit.name} className="max-md:min-h-11" onClick={() => addWith(circuit.fields)}>
                {circuit.name}
              </Button>
            ))}
            {way && way.boardId === board.id && (
              <Button look="quiet" className="max-md:min-h-11" onClick={() => addWith(copyOfWay(way))}>
                Copy of way {way.number}
              </Button>
            )}
          </div>
        )}
      </section>
      {way && way.boardId === board.id && <Described key={way.id} way={way} ways={ways} go={go} />}
      <WhichCircuit
        unknown={ways.filter((each) => !each.description?.trim() && !isSpare(each) && !job.traced.has(each.id))}
      />
      <BoardDevices boardId={board.id} />
      <CircuitChart name={board.name ?? 'board'} ways={ways} />
    </div>
  );
}

/** The main switch and each RCD with every way it can stand, and how the cover stands. */
function OnTheWall({ boardId, isFirst, ways }: { boardId: string; isFirst: boolean; ways: readonly Way[] }) {
  const { record } = useMeasure();
  const groups = [...new Set(ways.flatMap(({ residualGroup }) => residualGroup ?? []))];
  return (
    <div role="group" aria-label="Energised now" className="flex flex-wrap gap-x-8 gap-y-1 border-y border-rule py-1.5">
      <DeviceStates device={isFirst ? { of: 'supply' } : { of: 'board', id: boardId }} />
      {groups.map((group) => (
        <DeviceStates key={group} device={{ of: 'residual', boardId, group }} />
      ))}
      <CoverOf boardId={boardId} name="Cover" record={record} />
    </div>
  );
}

/** Ways side by side behind one RCD are drawn behind it together. */
function groupAt(ways: readonly Way[], index: number): { name: string; begins: boolean; ends: boolean } | null {
  const group = ways[index]?.residualGroup;
  if (!group) return null;
  return {
    name: `${group}, ${ways[index]?.residualMilliamps ?? '?'} mA ${ways[index]?.residualType ?? ''}`,
    begins: ways[index - 1]?.residualGroup !== group,
    ends: ways[index + 1]?.residualGroup !== group,
  };
}

function Described({ way, ways, go }: { way: Way; ways: readonly Way[]; go: Go }) {
  const { job, pack, isSealed } = useJob();
  const { record } = useMeasure();
  const added = entryThatAdded(job, 'way.added', way.id);
  return (
    <section aria-label={`Way ${way.number}`} className="grid grid-cols-1 gap-x-10 gap-y-4 print:hidden lg:grid-cols-2">
      <div>
        <div className="flex flex-wrap items-baseline gap-x-4 border-b border-rule-strong pb-1">
          <h3 className="text-base">
            Way {way.number} {way.description ?? ''}
          </h3>
          <Button look="quiet" onClick={() => go(way.arrangement === 'ring' ? 'ring' : 'continuity', way.id)}>
            {way.arrangement === 'ring' ? 'Ring test' : 'Continuity'}
          </Button>
          <Button look="quiet" onClick={() => go('insulation', way.id)}>
            Insulation
          </Button>
          {added && !isSealed && (
            <Button
              look="quiet"
              onClick={() =>
                record([{ kind: 'entry.struck', body: { entryId: added.id, why: 'No such way on this board' } }]) &&
                go('board')
              }
            >
              Remove this way
            </Button>
          )}
        </div>
        {fieldColumns.map((column) => (
          <EntryField
            key={column.id}
            label={column.id === 'description' ? 'Feeds' : column.heading}
            shown={column.show(way)}
            hint={column.hint}
            parse={(text) => {
              const parsed = column.parse(text, pack);
              return parsed.ok ? { ok: true, value: parsed.fields } : parsed;
            }}
            commit={(fields) => record(describeWay(job, way, fields))}
          />
        ))}
        {(['A', 'B'] as const).map(
          (leg) =>
            (leg === 'A' || way.arrangement === 'ring') && (
              <EntryField
                key={leg}
                label={way.arrangement === 'ring' ? `Leg ${leg} marked` : 'Conductors marked'}
                shown={way[`marksLeg${leg}`] ?? ''}
                hint={leg === 'A' ? 'Tape, nicks or numbers at the board. Links follow them.' : undefined}
                parse={asLine}
                commit={(mark) =>
                  record([{ kind: 'way.described', body: { wayId: way.id, fields: { [`marksLeg${leg}`]: mark } } }])
                }
              />
            ),
        )}
        <DeviceStates device={{ of: 'way', id: way.id }} />
        <EntryField
          label="Behind RCD"
          shown={way.residualGroup ?? ''}
          hint={groupHint(ways)}
          parse={asLine}
          commit={(residualGroup) => record(describeWay(job, way, { residualGroup }))}
        />
      </div>
      <div>
        <PointsEditor way={way} record={record} />
        <h3 className="border-b border-rule-strong pb-1 pt-5 text-base">Wiring and design</h3>
        <WayDesign way={way} />
      </div>
    </section>
  );
}

const groupHint = (ways: readonly Way[]): string => {
  const names = [...new Set(ways.flatMap((way) => way.residualGroup ?? []))];
  return names.length > 0
    ? `On this board: ${names.join(', ')}`
    : 'Name of the RCD it shares with other circuits, for example RCD 1';
};
