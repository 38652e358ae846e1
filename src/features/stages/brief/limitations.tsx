'use client';

import { useState } from 'react';
import { v7 } from 'uuid';
import { useJob } from '../../../client/job-provider';
import { placeKey } from '../../../core/installation/place';
import { limitationSorts } from '../../../core/job/kinds/limitation';
import { Button } from '../../../ui/button';
import { Select } from '../../../ui/select';
import type { Record } from './brief-stage';

/** What is not covered, why, and with whom that was agreed. */
export function Limitations({ record }: { record: Record }) {
  const { job } = useJob();
  const [form, setForm] = useState({ sort: 'agreed' as 'agreed' | 'operational', what: '', why: '', agreedWith: '' });
  const input = 'min-h-9 w-full rounded-md border border-rule-strong bg-sheet px-2';
  const complete = form.what.trim() && form.why.trim() && (form.sort === 'operational' || form.agreedWith.trim());
  return (
    <div id="limitations" className="pt-6">
      <h2 className="pb-1 text-xl">Limitations</h2>
      <ul>
        {job.limitations.map((l) => (
          <li
            key={l.limitationId}
            id={placeKey({ of: 'limitation', id: l.limitationId })}
            className="flex items-baseline gap-3 border-b border-rule py-1.5"
          >
            <span className="flex-1">
              {l.what}
              <span className="block text-sm text-faint">
                {l.sort === 'agreed' ? `Agreed with ${l.agreedWith || '…'}` : 'Found on the day'}: {l.why}
              </span>
            </span>
            <Button
              look="quiet"
              onClick={() =>
                record({ kind: 'entry.struck', body: { entryId: l.entryId, why: 'No longer a limitation' } })
              }
            >
              Strike
            </Button>
          </li>
        ))}
      </ul>
      <div className="grid gap-2 pt-2 sm:grid-cols-2">
        <Select
          label="Sort of limitation"
          value={form.sort}
          onChange={(sort) => setForm({ ...form, sort })}
          options={limitationSorts.map((value) => ({
            value,
            label: value === 'agreed' ? 'Agreed beforehand' : 'Found on the day',
          }))}
        />
        <input
          aria-label="Agreed with"
          placeholder="Agreed with whom"
          className={input}
          value={form.agreedWith}
          onChange={(e) => setForm({ ...form, agreedWith: e.target.value })}
        />
        <input
          aria-label="What is limited"
          placeholder="What is not covered"
          className={input}
          value={form.what}
          onChange={(e) => setForm({ ...form, what: e.target.value })}
        />
        <input
          aria-label="Why"
          placeholder="Why"
          className={input}
          value={form.why}
          onChange={(e) => setForm({ ...form, why: e.target.value })}
        />
      </div>
      <Button
        className="mt-2"
        disabled={!complete}
        onClick={() => {
          record({
            kind: 'limitation.noted',
            body: {
              limitationId: v7(),
              sort: form.sort,
              what: form.what.trim(),
              why: form.why.trim(),
              agreedWith: form.agreedWith.trim() || null,
            },
          });
          setForm({ sort: form.sort, what: '', why: '', agreedWith: form.agreedWith });
        }}
      >
        Note the limitation
      </Button>
    </div>
  );
}
