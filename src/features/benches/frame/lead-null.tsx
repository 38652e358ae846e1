'use client';

import { useEffect, useState } from 'react';
import { leadNullDue, readLeadNull } from '../../../core/measurements/continuity/lead-null';
import { Button } from '../../../ui/button';
import { useJob } from '../../../client/job-provider';
import { useMeasure } from '../../measure/measure-provider';

/** Asks for the leads to be nulled before low resistances are read: at first, after another instrument, after a while. */
export function LeadNullPrompt() {
  const { job, isSealed } = useJob();
  const { inHand, change } = useMeasure();
  const [now, setNow] = useState<string | null>(null);
  const [typed, setTyped] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  useEffect(() => setNow(new Date().toISOString()), [inHand, job]);
  // Before the clock is asked, a null that is held is trusted.
  const due = leadNullDue(inHand, now ?? inHand.nulledAt ?? '');
  if (!due || isSealed) return null;
  return (
    <form
      className="margin-line flex flex-wrap items-center gap-2 pl-3 text-sm md:py-1"
      onSubmit={(event) => {
        event.preventDefault();
        const read = readLeadNull(typed);
        if (!read.ok) return setSaid(read.problem);
        setSaid(read.doubt);
        setTyped('');
        const { submitter } = event.nativeEvent as SubmitEvent;
        change({
          leadNullOhms: read.ohms,
          nulledAt: new Date().toISOString(),
          leadsIn: submitter?.getAttribute('value') === 'in',
        });
      }}
    >
      <label className="flex flex-wrap items-center gap-2">
        <span className="max-md:w-full">
          <strong>Null the leads.</strong> {due} Reading with probes together:
        </span>
        <input
          className="min-h-9 w-20 rounded-md border border-rule-strong bg-sheet px-2 text-right max-md:min-h-11"
          inputMode="decimal"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          aria-label="Probes together, ohm"
          placeholder="0.08"
        />
        Ω
      </label>
      <Button type="submit" className="max-md:min-h-11">
        Save null
      </Button>
      <Button type="submit" value="in" look="quiet" className="max-md:min-h-11">
        Not nulled: subtract from readings
      </Button>
      {said && (
        <span role="alert" className="font-semibold">
          {said}
        </span>
      )}
    </form>
  );
}
