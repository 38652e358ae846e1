'use client';

import { useMemo, useState } from 'react';
import { useJob } from '../../client/job-provider';
import { kitFor } from '../../core/firm/kit';
import { Button } from '../../ui/button';
import { Checkbox } from '../../ui/checkbox';
import { Disclosure } from '../../ui/disclosure';
import { toast } from '../../ui/toast';
import { missedAction } from './actions';

/** What to have in the van for this job, ticked before leaving; what was missed is on the list from then on. */
export function Kit() {
  const { job, document, missed } = useJob();
  const [ready, setReady] = useState<ReadonlySet<string>>(new Set());
  const [typed, setTyped] = useState('');
  const [added, setAdded] = useState<readonly string[]>([]);
  const kit = useMemo(() => {
    const devices = [...job.ways.values()].flatMap(({ deviceStandard }) => deviceStandard ?? []);
    const words = [job.site.premises, job.site.address, document.works.description].filter(Boolean).join(' ');
    const rented = job.brief.reason === 'tenancy' ? ' rented' : '';
    return kitFor(
      { document: document.kind, words: words + rented, earthing: job.supply.earthing ?? null, devices },
      missed,
    );
  }, [job, document, missed]);
  const items = [
    ...added.map((what) => ({ what, because: 'missed today' })),
    ...kit.filter(({ what }) => !added.includes(what)),
  ];
  const tick = (what: string, on: boolean) =>
    setReady(new Set(on ? [...ready, what] : [...ready].filter((each) => each !== what)));
  const miss = async () => {
    const what = typed.trim();
    const problem = await missedAction({ what, document: document.kind }).catch(
      () => 'No connection. Not saved; it is still here.',
    );
    if (problem) return toast(problem);
    setAdded([what, ...added]);
    setTyped('');
  };
  return (
    <Disclosure
      summary={
        <span className="text-lg font-semibold">
          Pack for this job{' '}
          <span className="text-sm font-normal text-faint">
            {ready.size} of {items.length} in the van
          </span>
        </span>
      }
    >
      <ul className="pt-1">
        {items.map(({ what, because }) => (
          <li key={what} className="border-t border-rule">
            <Checkbox
              label={because ? `${what} (${because})` : what}
              checked={ready.has(what)}
              onChange={(on) => tick(what, on)}
            />
          </li>
        ))}
      </ul>
      <form
        className="flex gap-2 pt-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (typed.trim()) void miss();
        }}
      >
        <input
          aria-label="Missed today"
          placeholder="Missed today"
          maxLength={200}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          className="min-h-9 flex-1 rounded-md border border-rule-strong bg-sheet px-2"
        />
        <Button type="submit" disabled={!typed.trim()}>
          Add to list
        </Button>
      </form>
    </Disclosure>
  );
}
