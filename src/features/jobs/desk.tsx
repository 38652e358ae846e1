'use client';

import Link from 'next/link';
import type { ReactNode } from 'react';
import { minutesOf } from '../../core/words/clock';
import { showDay } from '../../core/words/day';
import { showMinutes, showMoment } from '../../core/words/moment';
import type { Visit } from '../../core/firm/kinds/visit';
import type { DueItem } from '../../server/due';
import type { Waiting } from '../../server/waiting';
import { useNow } from '../../ui/use-now';

export type VisitToday = Pick<Visit, 'id' | 'at' | 'minutes' | 'what' | 'jobId' | 'contact' | 'latest'> & {
  readonly address: string;
  readonly access: string;
};

type Props = {
  readonly today: string;
  readonly visits: readonly VisitToday[];
  readonly waiting: readonly Waiting[];
  readonly due: readonly DueItem[];
  readonly children: ReactNode;
};

const mostDue = 4;
const clock = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', hour: '2-digit', minute: '2-digit' });

/** The day as it is: where one is now and goes next, whom the firm waits on, and what is due. */
export function Desk({ today, visits, waiting, due, children }: Props) {
  return (
    <div className="grid gap-x-10 gap-y-4 pb-2 pt-2 lg:grid-cols-[3fr_2fr]">
      <div>
        <Day visits={visits} />
        {children}
      </div>
      <div className="space-y-4">
        {waiting.length > 0 && <WaitingOn waiting={waiting} />}
        {due.length > 0 && <DueSoon due={due} today={today} />}
      </div>
    </div>
  );
}

/** Which visit it is time for: the one that is on, else the first that is still to come. */
function atHand(visits: readonly VisitToday[], now: number | null): { id: string; says: 'now' | 'next' } | null {
  if (now === null) return null;
  const minute = minutesOf(clock.format(now));
  const current = visits.find(({ at, minutes }) => minutesOf(at) <= minute && minute < minutesOf(at) + minutes);
  if (current) return { id: current.id, says: 'now' };
  const next = visits.find(({ at }) => minutesOf(at) > minute);
  return next ? { id: next.id, says: 'next' } : null;
}

function Day({ visits }: { visits: readonly VisitToday[] }) {
  const hand = atHand(visits, useNow(30_000));
  return (
    <section aria-labelledby="today">
      <h2 id="today" className="text-lg">
        Today
      </h2>
      {visits.length === 0 && (
        <p className="border-t border-rule py-2 text-sm text-faint">
          No visits booked for you.{' '}
          <Link href="/diary" className="text-ink underline underline-offset-4">
            Open diary
          </Link>
        </p>
      )}
      <ol>
        {visits.map((visit) => {
          const says = hand?.id === visit.id ? hand.says : null;
          return (
            <li key={visit.id} className="grid grid-cols-[3.25rem_1fr_auto] gap-x-3 border-t border-rule py-2">
              <span className={says ? 'font-semibold' : ''}>{visit.at}</span>
              <span className="min-w-0">
                <span className={says ? 'font-semibold' : ''}>{visit.what}</span>
                <span className="block text-sm text-faint">
                  {[showMinutes(visit.minutes), visit.latest && `leave by ${visit.latest}`, visit.contact]
                    .filter(Boolean)
                    .join(', ')}
                  {visit.access && <span className="block">{visit.access}</span>}
                </span>
              </span>
              {visit.jobId && (
                <Link
                  href={`/jobs/${visit.jobId}`}
                  className={
                    says
                      ? 'self-start rounded-md bg-next px-2 py-0.5 font-semibold text-on-next'
                      : 'self-start px-2 py-0.5 underline decoration-rule-strong underline-offset-4'
                  }
                >
                  {says === 'now' ? 'Now: open job' : says === 'next' ? 'Next: open job' : 'Open job'}
                </Link>
              )}
            </li>
          );
        })}
      </ol>
    </section>
  );
}

const purposeWords = { sign: 'to sign', ask: 'to answer', choose: 'to choose' } as const;

function WaitingOn({ waiting }: { waiting: readonly Waiting[] }) {
  return (
    <section aria-labelledby="waiting">
      <h2 id="waiting" className="text-lg">
        Waiting for <span className="text-sm text-faint">{waiting.length}</span>
      </h2>
      <ul>
        {waiting.map(({ id, name, purpose, since, opened, problem, jobId, reference, siteAddress }) => (
          <li key={id} className="relative border-t border-rule py-1.5 text-sm hover:bg-hover">
            <Link href={`/jobs/${jobId}`} className="after:absolute after:inset-0">
              <strong>{name}</strong> {purposeWords[purpose]}
            </Link>
            , {reference} {siteAddress.split('\n')[0]}
            <span className="block text-faint">
              {problem ?? `asked ${showMoment(new Date(since))}, ${opened ? 'opened' : 'not opened yet'}`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function DueSoon({ due, today }: { due: readonly DueItem[]; today: string }) {
  return (
    <section aria-labelledby="due">
      <h2 id="due" className="text-lg">
        Due <span className="text-sm text-faint">{due.length}</span>
      </h2>
      <ul>
        {due.slice(0, mostDue).map((each) => (
          <li
            key={each.key}
            className="relative grid grid-cols-[9.5rem_1fr] gap-x-3 border-t border-rule py-1.5 text-sm hover:bg-hover"
          >
            <span className={each.dueOn <= today ? 'font-semibold' : ''}>
              {each.dueOn < today && '× '}
              {showDay(each.dueOn)}
            </span>
            <span className="min-w-0 truncate">
              <Link href={each.href} className="after:absolute after:inset-0">
                {each.what}
              </Link>{' '}
              <span className="text-faint">{each.number}</span>
            </span>
          </li>
        ))}
      </ul>
      <p className="border-t border-rule pt-1 text-sm">
        <Link href="/due" className="underline underline-offset-4">
          {due.length > mostDue ? `View all, ${due.length - mostDue} more due soon` : 'View all'}
        </Link>
      </p>
    </section>
  );
}
