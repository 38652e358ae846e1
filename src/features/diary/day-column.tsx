'use client';

import { useDraggable, useDroppable } from '@dnd-kit/core';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import Link from 'next/link';
import type { KeyboardEvent } from 'react';
import { type DayPart, type DayPlan, planDay } from '../../core/firm/day-plan';
import type { Visit } from '../../core/firm/kinds/visit';
import { showMinutes } from '../../core/words/moment';
import { showDayShort } from '../../core/words/day';
import { weekdayOf } from '../../core/words/week';
import { Button } from '../../ui/button';
import { usePlanner } from '../house/use-planner';

export type Carry = 'day before' | 'day after' | 'sooner' | 'later';

type Props = {
  readonly day: string;
  readonly today: string;
  readonly visits: readonly Visit[];
  readonly open: (visit: Visit) => void;
  readonly carry: (visit: Visit, way: Carry) => void;
  readonly layOut: () => void;
  readonly late: () => void;
  readonly isLoose: boolean;
};

const carries: Readonly<Record<string, Carry>> = {
  ArrowLeft: 'day before',
  ArrowRight: 'day after',
  ArrowUp: 'sooner',
  ArrowDown: 'later',
};

/** One day in its order: who is where from when, the way between, lunch, and what cannot be so. */
export function DayColumn({ day, today, visits, open, carry, layOut, late, isLoose }: Props) {
  const planner = usePlanner();
  const plan = planDay(visits, planner);
  const { setNodeRef, isOver } = useDroppable({ id: `day ${day}` });
  const isToday = day === today;
  return (
    <section
      ref={setNodeRef}
      aria-label={`${weekdayOf(day)} ${showDayShort(day)}`}
      className={`min-w-0 border-t-2 pb-3 ${isToday ? 'border-ink' : 'border-rule-strong'} ${isOver ? 'bg-hover' : ''}`}
    >
      <div className="px-1 pt-1">
        <h2 className="whitespace-nowrap text-lg">
          {weekdayOf(day)} {Number(day.slice(8))}
          {isToday && <span className="pl-1 font-sans text-sm font-semibold">today</span>}
        </h2>
        <p className="text-xs text-faint">{totals(plan)}</p>
      </div>
      {visits.length === 0 && <p className="px-1 py-2 text-sm text-faint">No visits</p>}
      <ol>
        {plan.parts.map((part) => (
          <Part
            key={part.is === 'visit' ? part.visit.id : `${part.is} ${part.at}`}
            part={part}
            open={open}
            carry={carry}
          />
        ))}
      </ol>
      {plan.wrong.map((problem) => (
        <p key={problem} className="border-t border-rule px-1 py-1 text-sm font-semibold">
          × {problem}
        </p>
      ))}
      {visits.length > 0 && (
        <div className="flex flex-wrap gap-x-3 border-t border-rule px-1">
          {isToday && (
            <Button look="quiet" onClick={late}>
              Running late
            </Button>
          )}
          {isLoose && (
            <Button look="quiet" onClick={layOut}>
              Re-plan day
            </Button>
          )}
        </div>
      )}
    </section>
  );
}

const totals = ({ workMinutes, travelMinutes }: DayPlan): string =>
  workMinutes === 0
    ? ''
    : [showMinutes(workMinutes), travelMinutes > 0 && `${showMinutes(travelMinutes)} travel`]
        .filter(Boolean)
        .join(', ');

const howWords: Readonly<Record<string, string>> = { postcodes: ', by postcodes', assumed: ', assumed' };

function Part({
  part,
  open,
  carry,
}: {
  readonly part: DayPart;
  readonly open: (visit: Visit) => void;
  readonly carry: (visit: Visit, way: Carry) => void;
}) {
  if (part.is === 'visit') return <VisitRow part={part} open={open} carry={carry} />;
  return (
    <li className="grid grid-cols-[3rem_1fr] gap-x-2 px-1 py-0.5 text-xs text-faint">
      <span>{part.at}</span>
      <span>
        {part.is === 'lunch' ? 'lunch' : 'travel'} {showMinutes(part.minutes)}
        {part.is === 'travel' && (howWords[part.how] ?? '')}
      </span>
    </li>
  );
}

function VisitRow({
  part: { visit, minutes, wrong },
  open,
  carry,
}: {
  readonly part: Extract<DayPart, { is: 'visit' }>;
  readonly open: (visit: Visit) => void;
  readonly carry: (visit: Visit, way: Carry) => void;
}) {
  const { setNodeRef: take, listeners, transform, isDragging } = useDraggable({ id: visit.id });
  const { setNodeRef: receive, isOver } = useDroppable({ id: `before ${visit.id}` });
  const press = (event: KeyboardEvent) => {
    const way = event.altKey ? carries[event.key] : undefined;
    if (!way) return;
    event.preventDefault();
    carry(visit, way);
  };
  return (
    <li
      ref={receive}
      className={`border-t ${isOver ? 'border-t-4 border-ink' : 'border-rule'} ${isDragging ? 'relative z-20' : ''}`}
    >
      <div
        ref={take}
        style={{ transform: CSS.Translate.toString(transform) }}
        className={`grid grid-cols-[3rem_1fr_auto] gap-x-2 bg-sheet px-1 py-1.5 ${isDragging ? 'border border-ink' : ''}`}
      >
        <span className="font-semibold">{visit.at}</span>
        <div className="min-w-0 break-words leading-snug">
          <button
            type="button"
            data-visit={visit.id}
            onClick={() => open(visit)}
            onKeyDown={press}
            className="text-left hover:underline max-md:min-h-9"
          >
            {visit.what}
          </button>
          <p className="text-xs text-faint">
            {showMinutes(minutes)}
            {visit.contact && <Contact said={visit.contact} />}
            {visit.jobId && (
              <>
                {' '}
                <Link href={`/jobs/${visit.jobId}`} className="whitespace-nowrap text-ink underline underline-offset-2">
                  Open job
                </Link>
              </>
            )}
          </p>
          {wrong.map((problem) => (
            <p key={problem} className="text-sm font-semibold">
              × {problem}
            </p>
          ))}
        </div>
        <span {...listeners} className="cursor-grab touch-none pt-0.5 text-faint" aria-hidden>
          <GripVertical size={16} />
        </span>
      </div>
    </li>
  );
}

/** Who waits there; a number in it is rung by a tap. */
function Contact({ said }: { said: string }) {
  const number = /\+?\d[\d ]{8,}\d/.exec(said)?.[0];
  const [name = ''] = number ? said.split(number) : [said];
  return (
    <>
      , {name}
      {number && (
        <a href={`tel:${number.replaceAll(' ', '')}`} className="whitespace-nowrap underline underline-offset-2">
          {number}
        </a>
      )}
    </>
  );
}
