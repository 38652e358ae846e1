'use client';

import { toast } from 'sonner';
import type { Board } from '../../core/installation/board';
import { EntryField, asLine } from '../../ui/entry-field';
import { useJob } from '../ledger/job-provider';
import { ReadingField } from '../ledger/reading-field';
import type { InHand } from '../ledger/record-reading';
import { useWanted } from '../ledger/use-wanted';
import { valueAt } from '../../core/document/verdicts';
import { showValue } from '../../core/quantity/reading-value';

/** A board in one line; opened, its particulars and the readings taken at it. */
export function BoardDetails({ board, inHand }: { board: Board; inHand: InHand }) {
  const { append, job, gaps } = useJob();
  const wanted = useWanted('circuits');
  const record = (fields: Partial<Omit<Board, 'id'>>) => {
    const outcome = append([{ kind: 'board.described', body: { boardId: board.id, fields } }]);
    if (!outcome.ok) toast(outcome.reason);
  };
  const on = { of: 'board', id: board.id } as const;
  const at = (test: 'board-zs' | 'board-ipf') => {
    const value = valueAt(job, on, test);
    return value ? showValue(value) : '…';
  };
  const lacking = gaps.some((gap) => gap.stage === 'circuits' && (gap.at.startsWith(`board:${board.id}`) || ['name', 'location', 'suppliedFrom'].includes(gap.at)));
  return (
    <details open={lacking || undefined} className="group">
      <summary className="flex min-h-9 flex-wrap items-baseline gap-x-4">
        <span className="font-serif text-lg font-semibold">{board.name ?? 'Unnamed board'}</span>
        <span className="text-sm text-faint">
          {board.location ?? 'where?'} · from {board.suppliedFrom ?? '?'} · Zs {at('board-zs')} Ω · Ipf {at('board-ipf')} kA
        </span>
        <span className="text-sm underline underline-offset-4">Board details</span>
      </summary>
      <div className="grid gap-x-8 pb-3 lg:grid-cols-2">
        <div>
          <EntryField label="Name" shown={board.name ?? ''} parse={asLine} commit={(name) => record({ name })} wanted={wanted('name') && !board.name} anchor="name" />
          <EntryField label="Location" shown={board.location ?? ''} parse={asLine} commit={(location) => record({ location })} wanted={wanted('location') && !board.location} anchor="location" />
          <EntryField label="Supplied from" shown={board.suppliedFrom ?? ''} parse={asLine} commit={(suppliedFrom) => record({ suppliedFrom })} wanted={wanted('suppliedFrom') && !board.suppliedFrom} anchor="suppliedFrom" />
          <EntryField label="Device at its supply" shown={board.supplyDevice ?? ''} parse={asLine} commit={(supplyDevice) => record({ supplyDevice })} />
          <EntryField label="Assembly standard" shown={board.assemblyStandard ?? ''} parse={asLine} commit={(assemblyStandard) => record({ assemblyStandard })} hint="Usually BS EN 61439-3" />
          <EntryField label="Surge protection" shown={board.surgeProtection ?? ''} parse={asLine} commit={(surgeProtection) => record({ surgeProtection })} hint="Type and what its indicator shows" />
        </div>
        <div>
          <ReadingField on={on} test="board-zs" label="Zs at the board" inHand={inHand} />
          <ReadingField on={on} test="board-ipf" label="Ipf at the board" inHand={inHand} />
        </div>
      </div>
    </details>
  );
}
