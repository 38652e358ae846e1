'use client';

import { useState } from 'react';
import { v7 } from 'uuid';
import { findersOf } from '../../core/document/repeats';
import { type TestId, measurementOf } from '../../core/installation/measurement';
import { Button } from '../../ui/button';
import { useJob } from '../ledger/job-provider';
import { useBench } from './bench-provider';

/** A fault mended on the spot: what was done, and which test had found it; that one and those before it are due again. */
export function LogRepair({ wayId, bench }: { wayId: string; bench: keyof typeof findersOf }) {
  const { job } = useJob();
  const { record } = useBench();
  const [what, setWhat] = useState('');
  const [test, setTest] = useState<TestId | null>(null);
  const tests = findersOf[bench];
  const found = test ?? tests[0];
  if (job.issued) return null;
  return (
    <details className="border-t border-rule pt-2 text-sm">
      <summary className="min-h-8 font-semibold max-md:min-h-11">Repaired something here?</summary>
      <form
        className="flex flex-wrap items-center gap-2 py-1"
        onSubmit={(event) => {
          event.preventDefault();
          if (what.trim() && record([{ kind: 'repair.made', body: { repairId: v7(), wayId, test: found, what: what.trim() } }])) setWhat('');
        }}
      >
        <input aria-label="What was repaired" className="min-h-9 min-w-0 flex-1 rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11" maxLength={200} placeholder="Terminal tightened at Utility room 3" value={what} onChange={(event) => setWhat(event.target.value)} />
        <select aria-label="Found by" className="min-h-9 rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11" value={found} onChange={(event) => setTest(event.target.value as TestId)}>
          {tests.map((each) => (
            <option key={each} value={each}>
              found by {measurementOf(each).name}
            </option>
          ))}
        </select>
        <Button type="submit" disabled={!what.trim()} className="max-md:min-h-11">
          Log the repair
        </Button>
        <span className="w-full text-faint">That test and those before it on this circuit are then due again.</span>
      </form>
    </details>
  );
}
