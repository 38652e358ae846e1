'use client';

import { useState } from 'react';
import { toast } from '../../../ui/toast';
import { v7 } from 'uuid';
import { judgeParallelInsulation } from '../../../core/measurements/insulation/insulation';
import { valueAt } from '../../../core/job/governing';
import { waysOf } from '../../../core/job/job';
import { placeKey } from '../../../core/installation/place';
import { Button } from '../../../ui/button';
import { Select } from '../../../ui/select';
import { useNarrow } from '../../../ui/use-narrow';
import { Setup } from '../../measure/setup';
import { useMeasure } from '../../measure/measure-provider';
import { Measuring } from '../../measure/measuring';
import { useJob } from '../../../client/job-provider';
import { VerdictMark } from '../../workspace/verdict-mark';
import { BoardDetails } from './board-details';
import { CircuitGrid } from './circuit-grid';
import { WayPocket } from './way-pocket';
import { liveEarth } from '../../../core/measurements/insulation/slots';
import { sayNext } from '../../../core/words/next-step';

/** Boards with their ways: the circuit ledger at a desk, one circuit at a time on a phone. */
export function CircuitsStage() {
  return (
    <Measuring>
      <Circuits />
    </Measuring>
  );
}

function Circuits() {
  const { job, isSealed, append } = useJob();
  const { inHand } = useMeasure();
  const boards = [...job.boards.values()];
  const [chosen, setChosen] = useState<string | null>(null);
  const [added, setAdded] = useState<string | null>(null);
  const board = boards.find((b) => b.id === chosen) ?? boards[0];
  const isNarrow = useNarrow();
  const addBoard = () => {
    const boardId = v7();
    const name = boards.length === 0 ? 'Consumer unit' : `Board ${boards.length + 1}`;
    const outcome = append([
      { kind: 'board.added', body: { boardId } },
      { kind: 'board.described', body: { boardId, fields: { name } } },
    ]);
    if (outcome.ok) {
      setChosen(boardId);
      setAdded(boardId);
    } else toast(outcome.reason);
  };
  return (
    <div>
      <div id={placeKey({ of: 'list', list: 'boards' })} className="flex flex-wrap items-start gap-x-4 gap-y-1">
        <h1 className="sr-only">Circuits</h1>
        {boards.length > 1 && (
          <Select
            label="Board"
            value={board?.id ?? null}
            onChange={setChosen}
            options={boards.map((each) => ({ value: each.id, label: each.name ?? 'Unnamed board' }))}
          />
        )}
        <Setup />
        {!isSealed && (
          <Button look={board ? 'quiet' : 'next'} onClick={addBoard}>
            {board ? 'Add board' : 'Add consumer unit'}
          </Button>
        )}
      </div>
      {board && (
        <div id={placeKey({ of: 'list', list: 'ways' })}>
          <BoardDetails key={board.id} board={board} isAdded={added === board.id} />
          {isNarrow ? (
            <WayPocket key={board.id} boardId={board.id} />
          ) : (
            <CircuitGrid key={board.id} boardId={board.id} inHand={inHand} />
          )}
          <ParallelTotal boardId={board.id} />
        </div>
      )}
    </div>
  );
}

/** The board's insulation resistance as the parallel of its circuits. */
function ParallelTotal({ boardId }: { boardId: string }) {
  const view = useJob();
  const { job, pack } = view;
  const values = waysOf(job, boardId).flatMap((way) => valueAt(view, { of: 'way', id: way.id }, liveEarth) ?? []);
  const judgement = judgeParallelInsulation(values, pack);
  if (!judgement) return null;
  return (
    <p className="flex flex-wrap items-center gap-2 py-2 text-sm">
      <span className="text-faint">Whole board, live to earth:</span> <strong>{judgement.expected}</strong>
      <VerdictMark verdict={judgement.verdict} worded />
      <span className="text-faint">{judgement.working[0]}</span>
      {judgement.next && <span className="font-semibold">{sayNext(pack, judgement.next)}</span>}
    </p>
  );
}
