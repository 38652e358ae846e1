'use client';

import { type Slot, keyOf } from '../../core/installation/slot';
import { showValue } from '../../core/quantity/reading-value';
import { useJob } from '../../client/job-provider';

const time = new Intl.DateTimeFormat('en-GB', {
  timeZone: 'Europe/London',
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});
export const showMoment = (iso: string | Date): string => time.format(new Date(iso));

/** Readings that were struck, still there: figure, who took it and when, who struck it and why. */
export function StruckReadings({ slot }: { slot: Slot }) {
  const { job, people } = useJob();
  const struck = (job.readings.get(keyOf(slot)) ?? []).filter((reading) => reading.struck);
  if (struck.length === 0) return null;
  return (
    <ul className="space-y-0.5 pt-1 text-xs text-faint" aria-label="Struck readings">
      {struck.map(({ entry, struck: strike }) => (
        <li key={entry.id}>
          <s className="text-ink">{showValue(entry.body.value)}</s> {people[entry.madeBy] ?? 'somebody'},{' '}
          {showMoment(entry.madeAt)}.{' '}
          {strike && `${strike.why}: ${people[strike.by.madeBy] ?? 'somebody'}, ${showMoment(strike.by.madeAt)}.`}
        </li>
      ))}
    </ul>
  );
}
