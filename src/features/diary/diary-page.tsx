'use client';

import { DndContext, type DragEndEvent, PointerSensor, pointerWithin, useSensor, useSensors } from '@dnd-kit/core';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import { v7 } from 'uuid';
import { useFirm } from '../../client/firm-provider';
import type { NewFirmEntry } from '../../core/catalogue';
import { visitsOn } from '../../core/firm/day-plan';
import { peopleWithAccess } from '../../core/firm/firm';
import type { Visit } from '../../core/firm/kinds/visit';
import type { Done } from '../../core/work/estimate';
import { showDay } from '../../core/words/day';
import { dayHere } from '../../core/words/moment';
import { dayAfter, mondayOf, weekdayOf } from '../../core/words/week';
import { Button, linkLook } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { Select } from '../../ui/select';
import { FirmSending } from '../house/firm-sending';
import { useRecord } from '../house/use-record';
import { type Carry, DayColumn } from './day-column';
import { OtherCalendars } from './other-calendars';
import { DayRules } from './day-rules';
import { describing, laidOut, put, shift } from './move-visit';
import { RunningLate } from './running-late';
import { usePlanner } from '../house/use-planner';
import { type OpenJob, VisitForm } from './visit-form';

type Props = {
  /** Monday of the week that was asked for; null for the days from today. */
  readonly week: string | null;
  readonly today: string;
  readonly jobs: readonly OpenJob[];
  readonly past: readonly Done[];
};

const nobody = 'nobody';
const isWeekend = (day: string): boolean => ['Sat', 'Sun'].includes(weekdayOf(day));
const dayAndMonth = (day: string): string => showDay(day).replace(/ \d{4}$/, '');

/** A week of one person's visits, with travel, lunch and what cannot be as it is. */
export function DiaryPage({ week, today: servedOn, jobs, past }: Props) {
  // A page kept for when there is no network may be opened on another day.
  const [today, setToday] = useState(servedOn);
  useEffect(() => setToday(dayHere(new Date())), []);
  const { firm, me, undo, canUndo } = useFirm();
  const record = useRecord();
  const planner = usePlanner();
  const [whose, setWhose] = useState<string>(me.id);
  const [editing, setEditing] = useState<Visit | 'new' | null>(null);
  const [late, setLate] = useState(false);
  const [sheet, setSheet] = useState<'calendars' | 'rules' | null>(null);
  const [said, setSaid] = useState('');
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const personId = whose === nobody ? null : whose;
  const monday = mondayOf(week ?? today);
  const first = week ? monday : today;
  const days = Array.from({ length: 7 }, (_, index) => dayAfter(first, index));
  const on = (day: string) => visitsOn(firm, day, personId);
  // A weekend is shown when something is on it.
  const shown = days.filter((day) => !isWeekend(day) || day === today || on(day).length > 0);
  const apply = (entries: readonly NewFirmEntry[], words: string) => {
    if (entries.length > 0 && record(...entries)) setSaid(words);
  };
  const carry = (visit: Visit, way: Carry) => {
    const by = way === 'day before' || way === 'sooner' ? -1 : 1;
    if (way === 'sooner' || way === 'later')
      return apply(shift(firm, visit, by, planner), `${visit.what} goes ${way}.`);
    const day = dayAfter(visit.day, by);
    apply(put(firm, visit, day, null, planner), `${visit.what} is on ${showDay(day)}.`);
  };
  const drop = ({ active, over }: DragEndEvent) => {
    const visit = firm.visits.get(String(active.id));
    const [where, id = ''] = String(over?.id ?? '').split(' ');
    const target = where === 'before' ? firm.visits.get(id) : undefined;
    const day = target?.day ?? (where === 'day' ? id : '');
    if (!visit || !day || target?.id === visit.id) return;
    apply(put(firm, visit, day, target?.id ?? null, planner), `${visit.what} is on ${showDay(day)}.`);
  };
  return (
    <>
      <FirmSending title={week ? `Week of ${dayAndMonth(monday)}` : `From today, ${dayAndMonth(today)}`}>
        <Select
          label="Person"
          value={whose}
          onChange={setWhose}
          options={[
            ...peopleWithAccess(firm).map(({ id, name }) => ({ value: id, label: name })),
            { value: nobody, label: 'Not assigned' },
          ]}
        />
        {canUndo && (
          <Button look="quiet" onClick={undo}>
            Undo
          </Button>
        )}
        <Button look="next" onClick={() => setEditing('new')}>
          Book visit
        </Button>
      </FirmSending>
      <nav aria-label="Weeks" className="flex items-center gap-2 py-2">
        <Link
          aria-label="The week before"
          href={`/diary?week=${dayAfter(monday, -7)}`}
          className={`${linkLook('plain')} px-2`}
        >
          <ChevronLeft size={18} aria-hidden />
        </Link>
        <Link href="/diary" className={`${linkLook('plain')} px-3`}>
          From today
        </Link>
        <Link
          aria-label="The week after"
          href={`/diary?week=${dayAfter(monday, 7)}`}
          className={`${linkLook('plain')} px-2`}
        >
          <ChevronRight size={18} aria-hidden />
        </Link>
        <span className="flex-1" />
        <Button look="quiet" onClick={() => setSheet('rules')}>
          Working hours
        </Button>
        <Button look="quiet" onClick={() => setSheet('calendars')}>
          Other calendars
        </Button>
      </nav>
      <p role="status" className="sr-only">
        {said}
      </p>
      <div>
        <DndContext id="diary" sensors={sensors} collisionDetection={pointerWithin} onDragEnd={drop}>
          <div
            className="grid gap-x-4 gap-y-4 md:grid-cols-[repeat(var(--days),minmax(0,1fr))]"
            style={{ '--days': shown.length } as never}
          >
            {shown.map((day) => (
              <DayColumn
                key={day}
                day={day}
                today={today}
                visits={on(day)}
                open={setEditing}
                carry={carry}
                layOut={() => apply(laidOut(on(day), day, planner), `${showDay(day)} is re-planned.`)}
                isLoose={laidOut(on(day), day, planner).length > 0}
                late={() => setLate(true)}
              />
            ))}
          </div>
        </DndContext>
        <p className="pt-3 text-xs text-faint max-md:hidden">
          Drag a visit by its handle, or focus it and press Alt with an arrow key: left or right for another day, up or
          down for earlier or later. That day is re-planned.
        </p>
      </div>
      <Dialog
        open={editing !== null}
        onOpenChange={(open) => !open && setEditing(null)}
        title={editing === 'new' ? 'Book visit' : 'Visit'}
      >
        {editing !== null && (
          <VisitForm
            visit={editing === 'new' ? null : editing}
            day={days.includes(today) ? today : first}
            personId={personId}
            jobs={jobs}
            past={past}
            save={(fields) => {
              const entries: NewFirmEntry[] =
                editing === 'new'
                  ? [{ kind: 'visit.booked', body: { visitId: v7(), fields } }]
                  : describing(editing, fields);
              if (entries.length === 0 || record(...entries)) setEditing(null);
            }}
            cancel={(why) => {
              if (editing !== 'new' && record({ kind: 'visit.cancelled', body: { visitId: editing.id, why } }))
                setEditing(null);
            }}
          />
        )}
      </Dialog>
      <Dialog open={sheet === 'calendars'} onOpenChange={() => setSheet(null)} title="Other calendars">
        <OtherCalendars
          personId={personId}
          take={(entries) => {
            const taken = record(...entries);
            if (taken) setSheet(null);
            return taken;
          }}
        />
      </Dialog>
      <Dialog open={sheet === 'rules'} onOpenChange={() => setSheet(null)} title="Working hours">
        <DayRules />
      </Dialog>
      <Dialog open={late} onOpenChange={setLate} title="Running late">
        <RunningLate
          visits={on(today)}
          move={(told) => {
            apply(
              told.flatMap(({ visit, at }) => describing(visit, { at })),
              `${told.length} moved.`,
            );
            setLate(false);
          }}
        />
      </Dialog>
    </>
  );
}
