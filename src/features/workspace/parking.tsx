'use client';

import { useState } from 'react';
import { useJob } from '../../client/job-provider';
import { minutesOf } from '../../core/words/clock';
import { showMinutes } from '../../core/words/moment';
import { Button } from '../../ui/button';
import { toast } from '../../ui/toast';
import { useNow } from '../../ui/use-now';

const soonMinutes = 20;
const hereAndNow = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', hour: '2-digit', minute: '2-digit' });

/** How long the van may still stand, and by when one has to be out: nothing where neither is said. */
export function TimeLeft() {
  const { parkedUntil, latest } = useJob(({ job, visit }) => ({
    parkedUntil: job.parkedUntil,
    latest: visit?.latest ?? null,
  }));
  const now = useNow(15_000);
  if (now === null) return null;
  const parked = parkedUntil ? Math.floor((Date.parse(parkedUntil) - now) / 60_000) : null;
  const out = latest ? minutesOf(latest) - minutesOf(hereAndNow.format(now)) : null;
  // Yesterday's ticket tells nobody anything.
  const said = [
    parked !== null && parked > -12 * 60 && left('Parking', parked),
    out !== null && left('Out', out),
  ].filter((each) => each !== false);
  if (said.length === 0) return null;
  const least = Math.min(parked ?? Infinity, out ?? Infinity);
  return (
    <span
      data-testid="time-left"
      className={`whitespace-nowrap text-sm max-md:order-4 max-md:col-span-2 max-md:px-3 ${least < soonMinutes ? 'font-semibold' : 'text-faint'}`}
    >
      {said.join(' · ')}
    </span>
  );
}

const left = (what: string, minutes: number): string =>
  minutes < 0 ? `${what} × ${showMinutes(-minutes)} over` : `${what} ${showMinutes(minutes)}`;

/** Says that the van stands from now on, and for how long it may. */
export function ParkedNow() {
  const { job, visit, append } = useJob();
  const [minutes, setMinutes] = useState(String(visit?.parkMinutes ?? 120));
  const say = (until: string | null) => {
    const outcome = append([{ kind: 'parking.set', body: { until } }]);
    if (!outcome.ok) toast(outcome.reason);
  };
  const typed = /^\d{1,4}$/.test(minutes.trim()) ? Number(minutes) : 0;
  const park = () => say(new Date(Date.now() + typed * 60_000).toISOString());
  return (
    <form
      className="flex flex-wrap items-center gap-2 pb-2 text-sm"
      onSubmit={(event) => {
        event.preventDefault();
        if (typed > 0) park();
      }}
    >
      <label className="flex items-center gap-2">
        Parking
        <input
          value={minutes}
          onChange={(event) => setMinutes(event.target.value)}
          inputMode="numeric"
          className="min-h-9 w-16 rounded-md border border-rule-strong bg-sheet px-2"
        />
        minutes
      </label>
      <Button type="submit" disabled={typed === 0}>
        {job.parkedUntil ? 'Restart parking' : 'Start parking'}
      </Button>
      {job.parkedUntil && (
        <Button look="quiet" onClick={() => say(null)}>
          Stop parking
        </Button>
      )}
    </form>
  );
}
