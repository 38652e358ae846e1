'use client';

import { useEffect, useId, useRef, useState, type ComponentProps, type ReactNode } from 'react';
import { DateField } from './date-field';
import { Select } from './select';

type Parsed<T> = { ok: true; value: T } | { ok: false; problem: string };

type RowProps = {
  id: string;
  label: string;
  hint?: ReactNode;
  aside?: ReactNode;
  children: ReactNode;
  wanted?: boolean;
  anchor?: string;
};

/** One ruled row of a form: label, what stands there, and the margin where marks are made. */
export function Row({ id, label, hint, aside, children, wanted = false, anchor }: RowProps) {
  return (
    <div
      id={anchor}
      className="grid scroll-mt-40 grid-cols-[1fr] items-start gap-x-3 border-b border-rule py-1.5 sm:grid-cols-[11.5rem_minmax(0,1fr)]"
    >
      <label htmlFor={id} className={`pt-1.5 text-sm ${wanted ? 'font-semibold' : 'text-faint'}`}>
        {label}
        {wanted && <span className="sr-only"> (required)</span>}
      </label>
      <div className="min-w-0">
        <div className="flex items-center gap-2">
          <div className="min-w-0 flex-1">{children}</div>
          {aside}
        </div>
        {hint && <div className="pt-0.5 text-xs text-faint">{hint}</div>}
      </div>
    </div>
  );
}

const inputLook = (wanted: boolean) =>
  `w-full min-h-9 max-md:min-h-11 rounded-md border px-2 focus:border-ink focus:bg-sheet aria-invalid:hatch ${wanted ? 'border-dashed border-rule-strong bg-sheet' : 'border-rule bg-transparent hover:border-rule-strong'}`;

type EntryFieldProps<T> = {
  label: string;
  /** What stands in the ledger now, as text. */
  shown: string;
  parse: (text: string) => Parsed<T>;
  commit: (value: T) => void;
  unit?: string;
  hint?: ReactNode;
  aside?: ReactNode;
  lines?: number;
  wanted?: boolean;
  anchor?: string;
  type?: 'text' | 'email' | 'tel';
  inputMode?: 'text' | 'decimal' | 'numeric';
  /** In a table, whose headings say what stands where: the label is only spoken. */
  bare?: boolean;
  focusFirst?: boolean;
};

/** A text field that records on leaving or Enter. What cannot be read stays as typed, with the problem beside it. */
export function EntryField<T>({
  label,
  shown,
  parse,
  commit,
  unit,
  hint,
  aside,
  lines = 1,
  wanted = false,
  anchor,
  type = 'text',
  inputMode = 'text',
  bare = false,
  focusFirst = false,
}: EntryFieldProps<T>) {
  const id = useId();
  const [text, setText] = useState(shown);
  const [problem, setProblem] = useState<string | null>(null);
  const editing = useRef(false);

  // Another device may have changed what stands here; never overwrite what is being typed.
  useEffect(() => {
    if (!editing.current) setText(shown);
  }, [shown]);

  const record = () => {
    editing.current = false;
    if (text.trim() === shown) {
      setProblem(null);
      return;
    }
    const parsed = parse(text);
    setProblem(parsed.ok ? null : parsed.problem);
    if (parsed.ok) commit(parsed.value);
  };
  const common = {
    id,
    value: text,
    autoFocus: focusFirst,
    'aria-label': bare ? label : undefined,
    'aria-invalid': problem !== null,
    'aria-describedby': problem ? `${id}-problem` : undefined,
    className: `${inputLook(wanted)} ${unit ? 'max-w-28' : ''}`,
    onChange: (event: { target: { value: string } }) => {
      editing.current = true;
      setText(event.target.value);
    },
    onBlur: record,
  };
  const field = (
    <>
      <div className="flex items-baseline gap-1.5">
        {lines > 1 ? (
          <textarea {...common} rows={lines} />
        ) : (
          <input
            {...common}
            type={type}
            inputMode={inputMode}
            autoComplete="off"
            onKeyDown={(event) => event.key === 'Enter' && record()}
          />
        )}
        {unit && <span className="text-sm text-faint">{unit}</span>}
      </div>
      {problem && (
        <p id={`${id}-problem`} role="alert" className="px-2 pt-1 text-sm font-semibold">
          {problem}
        </p>
      )}
    </>
  );
  if (bare)
    return (
      <>
        {field}
        {hint && <div className="px-2 text-xs text-faint">{hint}</div>}
      </>
    );
  return (
    <Row id={id} label={label} hint={hint} aside={aside} wanted={wanted} anchor={anchor}>
      {field}
    </Row>
  );
}

type ChoiceFieldProps<V extends string> = {
  label: string;
  value: V | null;
  options: readonly { value: V; label: string }[];
  commit: (value: V) => void;
  hint?: ReactNode;
  aside?: ReactNode;
  wanted?: boolean;
  anchor?: string;
  disabled?: boolean;
};

/** A choice from a list, recorded at once. */
export function ChoiceField<V extends string>({
  label,
  value,
  options,
  commit,
  hint,
  aside,
  wanted = false,
  anchor,
  disabled,
}: ChoiceFieldProps<V>) {
  const id = useId();
  return (
    <Row id={id} label={label} hint={hint} aside={aside} wanted={wanted} anchor={anchor}>
      <Select
        id={id}
        label={label}
        value={value}
        options={options}
        onChange={commit}
        look={wanted ? 'wanted' : 'quiet'}
        className="w-full"
        disabled={disabled}
      />
    </Row>
  );
}

export const asText = (text: string): Parsed<string | null> =>
  text.trim().length > 4000
    ? { ok: false, problem: 'Too long: 4,000 characters at most.' }
    : { ok: true, value: text.trim() || null };

/** One line of text, or nothing. */
export const asLine = (text: string): Parsed<string | null> =>
  text.trim().length > 200
    ? { ok: false, problem: `Too long: ${text.trim().length} characters, 200 at most.` }
    : { ok: true, value: text.trim() || null };

/** A whole or decimal number within bounds, or nothing. */
export const asNumber =
  (least: number, most: number, whole = false) =>
  (text: string): Parsed<number | null> => {
    const trimmed = text.trim();
    if (trimmed === '') return { ok: true, value: null };
    const value = Number(trimmed);
    if (!/^\d*\.?\d+$/.test(trimmed) || !Number.isFinite(value))
      return { ok: false, problem: `“${trimmed}” is not a number.` };
    if (whole && !Number.isInteger(value)) return { ok: false, problem: 'Enter a whole number.' };
    return value < least || value > most ? { ok: false, problem: `Enter ${least} and ${most} .` } : { ok: true, value };
  };

type DayRowProps = {
  label: string;
  day: string | null;
  read: ComponentProps<typeof DateField>['read'];
  commit: (day: string | null) => void;
  hint?: ReactNode;
  wanted?: boolean;
  anchor?: string;
};

/** A day, typed or picked, recorded at once. */
export function DayRow({ label, day, read, commit, hint, wanted = false, anchor }: DayRowProps) {
  const id = useId();
  return (
    <Row id={id} label={label} hint={hint} wanted={wanted} anchor={anchor}>
      <DateField id={id} value={day} read={read} onChange={commit} wanted={wanted} />
    </Row>
  );
}
