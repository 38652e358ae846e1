'use client';

import { useState } from 'react';
import { toast } from '../../../ui/toast';
import { sayResidual, showCable, showDevice } from '../../../core/installation/device-text';
import { type Subject, keyOf, slotAt } from '../../../core/installation/slot';
import { placeKey } from '../../../core/installation/place';
import { waysOf } from '../../../core/job/job';
import { Button, linkLook } from '../../../ui/button';
import { Disclosure } from '../../../ui/disclosure';
import { EntryField } from '../../../ui/entry-field';
import { Select } from '../../../ui/select';
import { describeWay } from '../../../core/installation/devices';
import { useJob } from '../../../client/job-provider';
import { benchAddress } from '../../workspace/address';
import { JobLink, usePlace } from '../../workspace/place';
import { ReadingField } from '../../measure/reading-field';
import { fieldColumns } from '../../workspace/way-fields';
import { WayDesign } from '../../workspace/way-design';
import { capital } from '../../../core/words/capital';

const anchorOf = (id: string, field: string): string => placeKey({ of: 'way', id, field });

/** One circuit at a time for a phone: its readings in the order they are taken, large enough for a thumb. */
export function WayPocket({ boardId }: { boardId: string }) {
  const view = useJob();
  const { job, jobId, tests, append, pack } = view;
  const dueOf = (on: Subject) =>
    tests.slots.filter((each) => each.on === 'way' && each.due?.(view, on)).map((each) => slotAt(on, each.measure));
  const ways = waysOf(job, boardId);
  const firstOpen = ways.findIndex((way) =>
    dueOf({ of: 'way', id: way.id }).some((slot) => !job.readings.has(keyOf(slot))),
  );
  const { target } = usePlace();
  // A link that leads to one of these ways chooses it, until another is chosen by hand.
  const ledTo = target ? ways.findIndex(({ id }) => target.at.includes(id)) : -1;
  const [byHand, setByHand] = useState<{ readonly index: number; readonly since: typeof target } | null>(null);
  const setChosen = (index: number) => setByHand({ index, since: target });
  const chosen = byHand?.since === target ? byHand?.index : undefined;
  const index = Math.min(chosen ?? Math.max(ledTo >= 0 ? ledTo : firstOpen, 0), ways.length - 1);
  const way = ways[index];
  if (!way)
    return (
      <div className="space-y-3 py-4">
        <p>No ways on this board yet.</p>
        <JobLink href={benchAddress(jobId, 'board')} className={linkLook('next')}>
          Add circuits on the board
        </JobLink>
      </div>
    );
  const on = { of: 'way', id: way.id } as const;
  const isDescribed = fieldColumns.some(({ field }) => target?.at === anchorOf(way.id, field));
  return (
    <div>
      <div className="fixed inset-x-0 bottom-[var(--dock,3.25rem)] z-20 flex items-center gap-1 border-t border-rule bg-sheet p-1 px-2">
        <Button
          className="min-h-12 min-w-12"
          disabled={index === 0}
          onClick={() => setChosen(index - 1)}
          aria-label="Circuit before"
        >
          ←
        </Button>
        <Select
          label="Circuit"
          className="min-h-12 min-w-0 flex-1 font-semibold"
          value={way.id}
          onChange={(id) => setChosen(ways.findIndex((each) => each.id === id))}
          options={ways.map((each) => ({
            value: each.id,
            label: `${each.number} ${each.description ?? (each.arrangement === 'spare' ? 'spare' : '')}`,
          }))}
        />
        <Button
          className="min-h-12 min-w-12"
          disabled={index === ways.length - 1}
          onClick={() => setChosen(index + 1)}
          aria-label="Next circuit"
        >
          →
        </Button>
      </div>
      <p className="py-2 text-sm text-faint">
        {showDevice(way) || 'device?'} · {sayResidual(way)} · {showCable(way) || 'cable?'} mm² · {way.points ?? '?'}{' '}
        points
      </p>
      {way.arrangement === 'ring' && (
        <JobLink
          href={benchAddress(jobId, 'ring', way.id)}
          className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4"
        >
          Ring test
        </JobLink>
      )}
      <div key={way.id}>
        {dueOf(on).map((slot) => (
          <ReadingField key={keyOf(slot)} slot={slot} />
        ))}
      </div>
      <Disclosure
        key={`${way.id} ${isDescribed}`}
        className="pt-4"
        open={isDescribed}
        summary={<strong>Circuit details</strong>}
      >
        {fieldColumns.map((column) => (
          <EntryField
            key={`${way.id}-${column.id}`}
            anchor={anchorOf(way.id, column.field)}
            label={capital(column.spoken)}
            shown={column.show(way)}
            hint={column.hint}
            parse={(text) => {
              const parsed = column.parse(text, pack);
              return parsed.ok ? { ok: true, value: parsed.fields } : parsed;
            }}
            commit={(fields) => {
              const outcome = append(describeWay(job, way, fields));
              if (!outcome.ok) toast(outcome.reason);
            }}
          />
        ))}
        <WayDesign way={way} />
      </Disclosure>
      <JobLink
        href={benchAddress(jobId, 'board')}
        className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4"
      >
        Add circuits on the board
      </JobLink>
    </div>
  );
}
