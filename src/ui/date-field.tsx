'use client';

import { enGB } from 'date-fns/locale/en-GB';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { CalendarDays } from 'lucide-react';
import dynamic from 'next/dynamic';
import { Popover } from 'radix-ui';
import { useEffect, useState } from 'react';

/** The calendar is loaded when somebody opens it. */
const DayPicker = dynamic(() => import('react-day-picker').then((module) => module.DayPicker), { ssr: false });

type Read = { readonly ok: true; readonly day: string } | { readonly ok: false; readonly problem: string };

type Props = {
  readonly id?: string;
  readonly label?: string;
  /** A plain day, `2026-11-25`, or null. */
  readonly value: string | null;
  readonly read: (typed: string) => Read;
  readonly onChange: (day: string | null) => void;
  readonly disabled?: boolean;
  readonly wanted?: boolean;
};

const shown = (day: string | null): string => (day ? format(parseISO(day), 'd MMM yyyy', { locale: enGB }) : '');

/** A day, typed as people here write it or picked from a calendar; never month first. */
export function DateField({ id, label, value, read, onChange, disabled, wanted }: Props) {
  const [text, setText] = useState(shown(value));
  const [problem, setProblem] = useState<string | null>(null);
  const [open, setOpen] = useState(false);
  useEffect(() => setText(shown(value)), [value]);
  const commit = (typed: string) => {
    if (typed.trim() === shown(value)) return setProblem(null);
    if (typed.trim() === '') {
      setProblem(null);
      return onChange(null);
    }
    const day = read(typed);
    setProblem(day.ok ? null : day.problem);
    if (day.ok) {
      setText(shown(day.day));
      onChange(day.day);
    }
  };
  return (
    <div>
      <span
        className={`inline-flex items-center rounded-md border bg-sheet focus-within:border-ink ${wanted ? 'border-dashed border-rule-strong' : 'border-rule'}`}
      >
        <input
          id={id}
          aria-label={label}
          aria-invalid={problem !== null}
          className="min-h-9 w-32 bg-transparent px-2 max-md:min-h-11"
          placeholder="25 Nov 2026"
          autoComplete="off"
          value={text}
          disabled={disabled}
          onChange={(event) => setText(event.target.value)}
          onBlur={() => commit(text)}
          onKeyDown={(event) => event.key === 'Enter' && commit(text)}
        />
        <Popover.Root open={open} onOpenChange={setOpen}>
          <Popover.Trigger
            aria-label={`${label ?? 'Day'}: calendar`}
            disabled={disabled}
            className="grid min-h-9 w-9 place-items-center hover:bg-hover disabled:opacity-50 max-md:min-h-11"
          >
            <CalendarDays size={16} aria-hidden />
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content align="start" className="day-picker z-50 border border-rule-strong bg-sheet p-2">
              <DayPicker
                mode="single"
                locale={enGB}
                selected={value ? parseISO(value) : undefined}
                defaultMonth={value ? parseISO(value) : undefined}
                onSelect={(day) => {
                  setOpen(false);
                  if (day) commit(format(day, 'yyyy-MM-dd'));
                }}
              />
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      </span>
      {problem && (
        <p role="alert" className="pt-1 text-sm font-semibold">
          {problem}
        </p>
      )}
    </div>
  );
}
