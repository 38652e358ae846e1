'use client';

import { ChevronLeft, ChevronRight } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import { showDay } from '../../core/words/day';
import { dayAfter, mondayOf } from '../../core/words/week';
import type { DueItem } from '../../server/due';
import { Button } from '../../ui/button';

const shownADay = 3;

const monthAfter = (month: string, count: number): string => {
  const [year = 0, number = 1] = month.split('-').map(Number);
  return new Date(Date.UTC(year, number - 1 + count, 1)).toISOString().slice(0, 7);
};

/** What is due on the days of a month. */
export function MonthOfDue({ items, today }: { readonly items: readonly DueItem[]; readonly today: string }) {
  const [month, setMonth] = useState(today.slice(0, 7));
  const first = mondayOf(`${month}-01`);
  const days = Array.from({ length: 42 }, (_, index) => dayAfter(first, index));
  const weeks = days[35]?.startsWith(month) ? 6 : 5;
  return (
    <section aria-label="Month">
      <div className="flex items-center gap-2 pb-2">
        <Button aria-label="Previous month" className="px-2" onClick={() => setMonth(monthAfter(month, -1))}>
          <ChevronLeft size={18} aria-hidden />
        </Button>
        <h2 className="min-w-44 text-center text-lg">{showDay(`${month}-01`).slice(2)}</h2>
        <Button aria-label="Next month" className="px-2" onClick={() => setMonth(monthAfter(month, 1))}>
          <ChevronRight size={18} aria-hidden />
        </Button>
      </div>
      <ol className="grid gap-px border border-rule bg-rule md:grid-cols-7">
        {days.slice(0, weeks * 7).map((day) => {
          const due = items.filter(({ dueOn }) => dueOn === day);
          const isIn = day.startsWith(month);
          return (
            <li
              key={day}
              className={`min-w-0 p-1 md:min-h-24 ${isIn ? 'bg-paper' : 'bg-hover text-faint'} ${due.length === 0 ? 'max-md:hidden' : ''}`}
            >
              <span className={`text-sm ${day === today ? 'font-semibold underline decoration-2' : 'text-faint'}`}>
                <span className="sr-only">{showDay(day)}</span>
                <span aria-hidden>{Number(day.slice(8))}</span>
              </span>
              {due.slice(0, shownADay).map(({ key, href, what, number }) => (
                <Link
                  key={key}
                  href={href}
                  className="block truncate text-sm hover:underline"
                  title={`${what}, ${number}`}
                >
                  {what}, {number}
                </Link>
              ))}
              {due.length > shownADay && <span className="text-sm text-faint">and {due.length - shownADay} more</span>}
            </li>
          );
        })}
      </ol>
    </section>
  );
}
