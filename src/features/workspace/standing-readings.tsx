'use client';

import { type Slot, keyOf } from '../../core/installation/slot';
import { standing } from '../../core/job/job';
import { showValue } from '../../core/quantity/reading-value';
import { useJob } from '../../client/job-provider';
import { Button } from '../../ui/button';
import { toast } from '../../ui/toast';
import { showMoment } from './struck-readings';

/** Where several readings of one slot stand together: each with who took it and when, and struck from here if it was wrong. */
export function StandingReadings({ slot }: { slot: Slot }) {
  const { job, people, append } = useJob();
  const readings = standing(job.readings.get(keyOf(slot)));
  if (readings.length < 2) return null;
  const strike = (entryId: string) => {
    const outcome = append([{ kind: 'entry.struck', body: { entryId, why: 'Taken back' } }]);
    if (!outcome.ok) toast(outcome.reason);
  };
  return (
    <ul className="space-y-0.5 pt-1 text-xs" aria-label="Readings that stand together">
      {readings.map(({ id, madeBy, madeAt, body }) => (
        <li key={id} className="flex items-baseline gap-2">
          <strong>{showValue(body.value)}</strong>
          <span className="grow text-faint">
            {people[madeBy] ?? 'somebody'}, {showMoment(madeAt)}
          </span>
          <Button look="quiet" onClick={() => strike(id)} aria-label={`Strike ${showValue(body.value)}`}>
            Strike
          </Button>
        </li>
      ))}
    </ul>
  );
}
