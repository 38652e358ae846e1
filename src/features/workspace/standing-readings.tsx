import { useState } from 'react';
import { type Slot, keyOf } from '../../core/installation/slot';
import { standing } from '../../core/job/job';
import { showValue } from '../../core/quantity/reading-value';
import type { InHand } from '../../core/work/in-hand';
import { recordTyped } from '../../core/work/recorder';
import { useJob } from '../../client/job-provider';
import { Button } from '../../ui/button';
import { toast } from '../../ui/toast';
import { showMoment } from './struck-readings';

/** The readings of one slot that stand together, each struck from here if it was wrong, and room for a second on purpose. */
export function StandingReadings({ slot, inHand }: { slot: Slot; inHand: InHand }) {
  const { job, people, append, tests, isSealed } = useJob();
  const readings = standing(job.readings.get(keyOf(slot)));
  const definition = tests.of(slot);
  const strike = (entryId: string) => {
    const outcome = append([{ kind: 'entry.struck', body: { entryId, why: 'Struck out' } }]);
    if (!outcome.ok) toast(outcome.reason);
  };
  const mayHaveTwo = definition?.spec.takes === 'figure' && definition.governs !== 'latest' && slot.on.of !== 'point';
  if (readings.length === 0) return null;
  return (
    <>
      {readings.length > 1 && (
        <ul className="space-y-0.5 pt-1 text-xs" aria-label="Readings that stand together">
          {readings.map(({ id, madeBy, madeAt, body }) => (
            <li key={id} className="flex items-baseline gap-2">
              <strong>{showValue(body.value)}</strong>
              <span className="grow text-faint">
                {people[madeBy] ?? 'somebody'}, {showMoment(madeAt)}
              </span>
              <Button look="quiet" onClick={() => strike(id)} aria-label={`Strike out ${showValue(body.value)}`}>
                Strike out
              </Button>
            </li>
          ))}
        </ul>
      )}
      {mayHaveTwo && !isSealed && <SecondReading slot={slot} inHand={inHand} />}
    </>
  );
}

/** Another reading of the same, beside the one that stands: said on purpose. */
function SecondReading({ slot, inHand }: { slot: Slot; inHand: InHand }) {
  const view = useJob();
  const [text, setText] = useState<string | null>(null);
  if (text === null)
    return (
      <Button look="quiet" className="text-xs max-md:min-h-11" onClick={() => setText('')}>
        Add second reading
      </Button>
    );
  const save = () => {
    const recording = text.trim() === '' ? null : recordTyped(view, slot, text, inHand, { corrects: false });
    if (!recording) return setText(null);
    if (!recording.ok) return toast(recording.problem);
    const outcome = view.append(recording.entries);
    if (outcome.ok) setText(null);
    else toast(outcome.reason);
  };
  return (
    <form
      className="flex flex-wrap items-center gap-2 pt-1"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <input
        autoFocus
        aria-label="Second reading: both count"
        value={text}
        autoComplete="off"
        onChange={(event) => setText(event.target.value)}
        className="min-h-9 w-24 rounded-md border border-rule-strong bg-sheet px-2 text-right max-md:min-h-11"
      />
      <Button type="submit" className="max-md:min-h-11">
        Save, both count
      </Button>
      <Button look="quiet" className="max-md:min-h-11" onClick={() => setText(null)}>
        Cancel
      </Button>
    </form>
  );
}
