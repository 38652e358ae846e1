'use client';

import { useState } from 'react';
import { useFirm } from '../../client/firm-provider';
import type { NewFirmEntry } from '../../core/catalogue';
import { installationAt } from '../../core/firm/kinds/installation';
import { showDayShort } from '../../core/words/day';
import { showMinutes } from '../../core/words/moment';
import { Button } from '../../ui/button';
import { FileField } from '../../ui/file-field';
import { toast } from '../../ui/toast';
import { makeFeedAction } from './actions';
import type { CalendarRead } from './read-calendar';

type Props = { readonly personId: string | null; readonly take: (entries: readonly NewFirmEntry[]) => boolean };

const mostBytes = 1_000_000;

/** The diary elsewhere, by a secret address; and a calendar of elsewhere read into it. */
export function OtherCalendars({ personId, take }: Props) {
  return (
    <div className="space-y-6">
      <Out />
      <In personId={personId} take={take} />
    </div>
  );
}

function Out() {
  const [address, setAddress] = useState<string | null>(null);
  const [pending, setPending] = useState(false);
  const make = async () => {
    setPending(true);
    setAddress(
      await makeFeedAction().catch(() => {
        toast('No connection. Try again when you are online.');
        return null;
      }),
    );
    setPending(false);
  };
  return (
    <section aria-labelledby="out">
      <h3 id="out" className="text-lg">
        Your visits in another calendar
      </h3>
      <p className="py-1 text-sm text-faint">
        An address your other calendar can read. Anyone who has it can read your visits. A new address stops the old
        one. It is shown once.
      </p>
      {address ? (
        <p className="margin-line break-all pl-3 text-sm font-semibold" data-testid="feed">
          {address}
        </p>
      ) : (
        <Button disabled={pending} onClick={() => void make()}>
          Create address
        </Button>
      )}
    </section>
  );
}

function In({ personId, take }: Props) {
  const { firm } = useFirm();
  const [read, setRead] = useState<CalendarRead | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const open = async (file: File | undefined) => {
    setRead(null);
    setProblem(null);
    if (!file) return;
    if (file.size > mostBytes) return setProblem('Larger than 1 MB. Nothing was imported.');
    try {
      const { readCalendar } = await import('./read-calendar');
      setRead(readCalendar(await file.text()));
    } catch {
      setProblem('This is not a readable calendar file (.ics). Nothing was imported.');
    }
  };
  const fresh = read?.found.filter(({ visitId }) => !firm.visits.has(visitId)) ?? [];
  const entries = fresh.map(({ visitId, where, ...said }): NewFirmEntry => ({
    kind: 'visit.booked',
    body: {
      visitId,
      fields: {
        ...said,
        personId,
        installationId: installationAt(firm, where)?.id ?? null,
        jobId: null,
        earliest: null,
        latest: null,
        parkMinutes: null,
        report: false,
      },
    },
  }));
  return (
    <section aria-labelledby="in">
      <h3 id="in" className="text-lg">
        Visits from another calendar
      </h3>
      <label className="block py-1 text-sm">
        <span className="block pb-1 text-faint">
          A calendar file (.ics). Visits already booked are not booked twice.
        </span>
        <FileField accept=".ics,text/calendar" take={(file) => void open(file ?? undefined)} />
      </label>
      {problem && (
        <p role="alert" className="text-sm font-semibold">
          {problem}
        </p>
      )}
      {read && (
        <>
          <ul className="max-h-56 overflow-y-auto text-sm">
            {fresh.map((each) => (
              <li key={each.visitId} className="grid grid-cols-[9.5rem_1fr] gap-2 border-t border-rule py-1">
                <span>
                  {showDayShort(each.day)}, {each.at}
                </span>
                <span>
                  {each.what} <span className="text-faint">{showMinutes(each.minutes)}</span>
                </span>
              </li>
            ))}
            {read.left.map((each) => (
              <li key={each} className="border-t border-rule py-1 text-faint">
                × {each}
              </li>
            ))}
          </ul>
          {read.found.length > fresh.length && (
            <p className="text-sm text-faint">{read.found.length - fresh.length} are in the diary already.</p>
          )}
          <Button
            look="next"
            className="mt-2 w-full"
            disabled={entries.length === 0}
            onClick={() => {
              if (take(entries)) toast(`${entries.length} booked. Undo removes all of them.`);
            }}
          >
            Book {entries.length === 0 ? 'none' : `these ${entries.length}`}
          </Button>
        </>
      )}
    </section>
  );
}
