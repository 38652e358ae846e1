'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { testsDue } from '../../core/document/gaps';
import { slotKey } from '../../core/installation/measurement';
import { showCable, showDevice, showResidual } from '../../core/installation/device-text';
import { waysOf } from '../../core/ledger/job';
import { Button } from '../../ui/button';
import { EntryField } from '../../ui/entry-field';
import { JobLink } from '../job/place';
import { useJob } from '../ledger/job-provider';
import { ReadingField } from '../ledger/reading-field';
import type { InHand } from '../ledger/record-reading';
import { benchAddress } from '../tests/bench-address';
import { columns } from './columns';

/** One circuit at a time for a phone: its readings in the order they are taken, large enough for a thumb. */
export function WayPocket({ boardId, inHand }: { boardId: string; inHand: InHand }) {
  const { job, jobId, append, pack } = useJob();
  const ways = waysOf(job, boardId);
  const firstOpen = ways.findIndex((way) => testsDue(way).some((test) => !job.readings.has(slotKey({ of: 'way', id: way.id }, test))));
  const [chosen, setChosen] = useState<number | null>(null);
  const index = Math.min(chosen ?? Math.max(firstOpen, 0), ways.length - 1);
  const way = ways[index];
  if (!way) return <p className="py-4">No ways on this board yet. Add them at a wider screen, or paste them there.</p>;
  const on = { of: 'way', id: way.id } as const;
  return (
    <div>
      <div className="sticky top-32 z-10 flex items-center gap-2 border-y border-rule-strong bg-paper py-1">
        <Button className="min-h-11" disabled={index === 0} onClick={() => setChosen(index - 1)} aria-label="Circuit before">
          ←
        </Button>
        <select aria-label="Circuit" value={way.id} onChange={(e) => setChosen(ways.findIndex((w) => w.id === e.target.value))} className="min-h-11 min-w-0 flex-1 rounded-md border border-rule-strong bg-sheet px-2 font-semibold">
          {ways.map((w) => (
            <option key={w.id} value={w.id}>
              {w.number} {w.description ?? (w.arrangement === 'spare' ? 'spare' : '')}
            </option>
          ))}
        </select>
        <Button className="min-h-11" disabled={index === ways.length - 1} onClick={() => setChosen(index + 1)} aria-label="Next circuit">
          →
        </Button>
      </div>
      <p className="py-2 text-sm text-faint">
        {showDevice(way) || 'device?'} · RCD {showResidual(way) || 'none'} · {showCable(way) || 'cable?'} mm² · {way.points ?? '?'} points
      </p>
      {way.arrangement === 'ring' && (
        <JobLink href={benchAddress(jobId, 'ring', way.id)} className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4">
          Ring bench
        </JobLink>
      )}
      {testsDue(way).map((test) => (
        <ReadingField key={`${way.id}-${test}`} on={on} test={test} inHand={inHand} large caution={test === 'zs' ? 'Prove CPC continuity first: on an open CPC this puts mains on metalwork. Nobody touching.' : undefined} />
      ))}
      <details className="pt-4">
        <summary className="font-semibold">Describe this way</summary>
        {columns.map((column) =>
          column.sort === 'field' ? (
            <EntryField
              key={`${way.id}-${column.id}`}
              label={column.heading}
              shown={column.show(way)}
              hint={column.hint}
              parse={(text) => {
                const parsed = column.parse(text, pack);
                return parsed.ok ? { ok: true, value: parsed.fields } : parsed;
              }}
              commit={(fields) => {
                const outcome = append([{ kind: 'way.described', body: { wayId: way.id, fields } }]);
                if (!outcome.ok) toast(outcome.reason);
              }}
            />
          ) : null,
        )}
      </details>
    </div>
  );
}
