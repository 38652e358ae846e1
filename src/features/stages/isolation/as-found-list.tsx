'use client';

import { useState } from 'react';
import { useJob } from '../../../client/job-provider';
import type { NewJobEntry } from '../../../core/catalogue';
import { isSpare } from '../../../core/installation/way';
import { type FoundState, foundStates } from '../../../core/job/kinds/as-found';
import { Disclosure } from '../../../ui/disclosure';
import { ToggleGroup } from '../../../ui/toggle-group';

/** Before anything is isolated: did each circuit work? What was faulty then is nobody's new fault. */
export function AsFoundList({ record }: { record: (entry: NewJobEntry) => boolean }) {
  const { job } = useJob();
  const ways = [...job.ways.values()].filter((way) => !isSpare(way));
  if (ways.length === 0) return null;
  const tried = ways.filter(({ id }) => job.asFound.has(id)).length;
  return (
    <Disclosure
      className="pb-3"
      open={job.isolations.length === 0}
      summary={
        <>
          <strong>As found</strong>{' '}
          <span className="text-sm text-faint">
            {tried === 0 ? 'one tap per circuit, before switching off' : `${tried} of ${ways.length} checked`}
          </span>
        </>
      }
    >
      <ul>
        {ways.map((way) => (
          <AsFoundRow key={way.id} wayId={way.id} name={`${way.number} ${way.description ?? ''}`} record={record} />
        ))}
      </ul>
    </Disclosure>
  );
}

function AsFoundRow({ wayId, name, record }: { wayId: string; name: string; record: (entry: NewJobEntry) => boolean }) {
  const { job } = useJob();
  const stands = job.asFound.get(wayId);
  const [what, setWhat] = useState(stands?.what ?? '');
  const say = (found: FoundState, text: string | null) =>
    record({ kind: 'circuit.tried', body: { wayId, found, what: text?.trim() || null } });
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-1 text-sm">
      <span className="min-w-40 flex-1">{name}</span>
      <ToggleGroup
        label={`As found: ${name}`}
        value={stands?.found ?? null}
        choices={foundStates.map((value) => ({ value, face: value }))}
        onChange={(found) => say(found, found === 'faulty' ? what : null)}
      />
      {stands?.found === 'faulty' && (
        <input
          aria-label={`What was wrong: ${name}`}
          className="min-h-9 w-full rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11"
          maxLength={200}
          placeholder="fault found before any work"
          value={what}
          onChange={(event) => setWhat(event.target.value)}
          onBlur={() => what.trim() !== (stands.what ?? '') && say('faulty', what)}
        />
      )}
    </li>
  );
}
