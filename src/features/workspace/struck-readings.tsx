'use client';

import { type Slot, keyOf } from '../../core/installation/slot';
import { showValue } from '../../core/quantity/reading-value';
import { standing } from '../../core/job/job';
import type { ReadingTaken } from '../../core/job/kinds/reading';
import { useJob, useJobNow } from '../../client/job-provider';
import { Button } from '../../ui/button';
import { toast } from '../../ui/toast';

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
  const key = keyOf(slot);
  const now = useJobNow();
  const readings = useJob(({ job }) => job.readings.get(key));
  const { people, append, isSealed } = useJob((held) => ({
    people: held.people,
    append: held.append,
    isSealed: held.isSealed,
  }));
  const struck = (readings ?? []).filter((reading) => reading.struck);
  if (struck.length === 0) return null;
  const restore = (body: ReadingTaken) => {
    const stands = standing(now().job.readings.get(key));
    const why = `Back to ${showValue(body.value)}`;
    const outcome = append([
      ...stands.map(({ id }) => ({ kind: 'entry.struck' as const, body: { entryId: id, why } })),
      { kind: 'reading.taken', body },
    ]);
    if (!outcome.ok) toast(outcome.reason);
  };
  return (
    <ul className="space-y-0.5 pt-1 text-xs text-faint" aria-label="Struck-out readings">
      {struck.map(({ entry, struck: strike }) => (
        <li key={entry.id}>
          <s className="text-ink">{showValue(entry.body.value)}</s> {people[entry.madeBy] ?? 'somebody'},{' '}
          {showMoment(entry.madeAt)}.{' '}
          {strike && `${strike.why}: ${people[strike.by.madeBy] ?? 'somebody'}, ${showMoment(strike.by.madeAt)}.`}{' '}
          {!isSealed && entry === struck.at(-1)?.entry && (
            <Button look="quiet" className="text-xs max-md:min-h-11" onClick={() => restore(entry.body)}>
              Restore {showValue(entry.body.value)}
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}
