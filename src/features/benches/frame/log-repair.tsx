'use client';

import { useState } from 'react';
import { v7 } from 'uuid';
import { type Measure, measureKey } from '../../../core/installation/slot';
import type { TestDefinition } from '../../../core/job/test-definition';
import { Button } from '../../../ui/button';
import { Disclosure } from '../../../ui/disclosure';
import { Select } from '../../../ui/select';
import { useJob } from '../../../client/job-provider';
import { useBench } from './bench-provider';

/** A fault mended on the spot: what was done, and which test had found it; that one and those before it are due again. */
export function LogRepair({ wayId, family }: { wayId: string; family: TestDefinition }) {
  const { tests, isSealed } = useJob();
  const { record } = useBench();
  const [what, setWhat] = useState('');
  const [chosen, setChosen] = useState<Measure | null>(null);
  const found = chosen ?? family.finders[0];
  if (isSealed || !found) return null;
  const nameOf = (measure: Measure) => (tests.on('point', measure) ?? tests.on('way', measure))?.name ?? measure.test;
  return (
    <Disclosure className="border-t border-rule pt-2 text-sm" summary={<strong>Repaired something here?</strong>}>
      <form
        className="flex flex-wrap items-center gap-2 py-1"
        onSubmit={(event) => {
          event.preventDefault();
          const said = what.trim();
          if (said && record([{ kind: 'repair.made', body: { repairId: v7(), wayId, found, what: said } }]))
            setWhat('');
        }}
      >
        <input
          aria-label="What was repaired"
          className="min-h-9 min-w-0 flex-1 rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11"
          maxLength={200}
          placeholder="Terminal tightened at Utility room 3"
          value={what}
          onChange={(event) => setWhat(event.target.value)}
        />
        <Select
          label="Found by"
          value={measureKey(found)}
          onChange={(key) => setChosen(family.finders.find((each) => measureKey(each) === key) ?? null)}
          options={family.finders.map((each) => ({ value: measureKey(each), label: `found by ${nameOf(each)}` }))}
        />
        <Button type="submit" disabled={!what.trim()} className="max-md:min-h-11">
          Log the repair
        </Button>
        <span className="w-full text-faint">That test and those before it on this circuit are then due again.</span>
      </form>
    </Disclosure>
  );
}
