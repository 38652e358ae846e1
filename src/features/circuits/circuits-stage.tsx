'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { v7 } from 'uuid';
import { judgeParallelInsulation } from '../../core/insulation/insulation';
import { valueAt } from '../../core/document/verdicts';
import { waysOf } from '../../core/ledger/job';
import { Button } from '../../ui/button';
import { useNarrow } from '../../ui/use-narrow';
import { InHandLine, useInHand } from '../ledger/in-hand';
import { useJob } from '../ledger/job-provider';
import { VerdictMark } from '../ledger/verdict-mark';
import { BoardDetails } from './board-details';
import { CircuitGrid } from './circuit-grid';
import { WayPocket } from './way-pocket';

/** Boards with their ways: the circuit ledger at a desk, one circuit at a time on a phone. */
export function CircuitsStage() {
  const { job, append } = useJob();
  const [inHand, change] = useInHand();
  const boards = [...job.boards.values()];
  const [chosen, setChosen] = useState<string | null>(null);
  const board = boards.find((b) => b.id === chosen) ?? boards[0];
  const isNarrow = useNarrow();
  const addBoard = () => {
    const boardId = v7();
    const name = boards.length === 0 ? 'Consumer unit' : `Board ${boards.length + 1}`;
    const outcome = append([
      { kind: 'board.added', body: { boardId } },
      { kind: 'board.described', body: { boardId, fields: { name } } },
    ]);
    if (outcome.ok) setChosen(boardId);
    else toast(outcome.reason);
  };
  return (
    <div>
      <div className="flex flex-wrap items-center gap-x-6 gap-y-1 pb-1">
        <h1 className="text-xl">Circuits</h1>
        {boards.length > 1 && (
          <select aria-label="Board" value={board?.id} onChange={(e) => setChosen(e.target.value)} className="min-h-9 rounded-md border border-rule-strong bg-sheet px-2">
            {boards.map((b) => (
              <option key={b.id} value={b.id}>
                {b.name ?? 'Unnamed board'}
              </option>
            ))}
          </select>
        )}
        <InHandLine inHand={inHand} change={change} />
        <span className="flex-1" />
        {!job.issued && (
          <Button look={board ? 'quiet' : 'next'} onClick={addBoard}>
            {board ? 'Add a board' : 'Add the consumer unit'}
          </Button>
        )}
      </div>
      {board && (
        <>
          <BoardDetails key={board.id} board={board} inHand={inHand} />
          {isNarrow ? <WayPocket key={board.id} boardId={board.id} inHand={inHand} /> : <CircuitGrid key={board.id} boardId={board.id} inHand={inHand} />}
          <ParallelTotal boardId={board.id} />
        </>
      )}
    </div>
  );
}

/** The board's insulation resistance as the parallel of its circuits. */
function ParallelTotal({ boardId }: { boardId: string }) {
  const { job, pack } = useJob();
  const values = waysOf(job, boardId).flatMap((way) => valueAt(job, { of: 'way', id: way.id }, 'ir-le') ?? []);
  const judgement = judgeParallelInsulation(values, pack);
  if (!judgement) return null;
  return (
    <p className="flex flex-wrap items-center gap-2 py-2 text-sm">
      <span className="text-faint">Whole board, live to earth:</span> <strong>{judgement.expected}</strong>
      <VerdictMark verdict={judgement.verdict} worded />
      <span className="text-faint">{judgement.working[0]}</span>
      {judgement.next && <span className="font-semibold">{judgement.next}</span>}
    </p>
  );
}
