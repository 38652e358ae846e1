'use client';

import { Plus, Trash2 } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { v7 } from 'uuid';
import { useJob } from '../../client/job-provider';
import { comesTo, openFindings, pence } from '../../core/certificates/options';
import { type Option, type OptionLine, type OptionsSet, mostOptions, optionWorks } from '../../core/job/kinds/options';
import { readDay } from '../../core/words/day';
import { showMinutes } from '../../core/words/moment';
import { readMoney, showMoney } from '../../core/words/money';
import { Button } from '../../ui/button';
import { Checkbox } from '../../ui/checkbox';
import { DateField } from '../../ui/date-field';
import { Disclosure } from '../../ui/disclosure';
import { FormField, FormProblem } from '../../ui/form-field';
import { Select } from '../../ui/select';

/** A line as it is being written: figures as they are typed. */
type Line = Omit<OptionLine, 'minutes' | 'materialsPence'> & {
  readonly key: string;
  readonly minutes: string;
  readonly materials: string;
};
type Written = { readonly key: string; readonly title: string; readonly lines: readonly Line[] };

const pounds = (whole: number): string => (whole === 0 ? '' : showMoney(whole).slice(1));
const written = ({ title, lines }: Option): Written => ({
  key: v7(),
  title,
  lines: lines.map(({ minutes, materialsPence, ...rest }) => ({
    ...rest,
    key: v7(),
    minutes: String(minutes),
    materials: pounds(materialsPence),
  })),
});
const blankLine = (): Line => ({
  key: v7(),
  what: '',
  observationIds: [],
  minutes: '',
  materials: '',
  work: 'remedial',
});

/** What a line says once it is read; null while it cannot be. */
function read({ what, observationIds, minutes, materials, work }: Line): OptionLine | null {
  const money = readMoney(materials);
  const time = minutes.trim() === '' ? '0' : minutes.trim();
  if (!what.trim() || !money.ok || !/^\d{1,5}$/.test(time)) return null;
  return { what: what.trim(), observationIds, minutes: Number(time), materialsPence: money.value ?? 0, work };
}

type Props = {
  readonly start: Omit<OptionsSet, 'optionsId'>;
  readonly offer: (set: OptionsSet) => boolean;
  readonly leaveOff: (() => void) | null;
  readonly head: ReactNode;
};

/** Up to three ways to put it right, drafted from the findings and changed line by line until they are offered. */
export function OptionsForm({ start, offer, leaveOff, head }: Props) {
  const { job } = useJob();
  const [options, setOptions] = useState<readonly Written[]>(() => start.options.map(written));
  const [hour, setHour] = useState(() => pounds(start.hourPence));
  const [leave, setLeave] = useState(start.leave);
  const [terms, setTerms] = useState(start.terms ?? '');
  const [goodUntil, setGoodUntil] = useState(start.goodUntil);
  const [problem, setProblem] = useState<string | null>(null);
  const money = readMoney(hour);
  const hourPence = money.ok ? (money.value ?? 0) : 0;
  const open = openFindings(job);
  const change = (at: string, to: Partial<Written>) =>
    setOptions(options.map((each) => (each.key === at ? { ...each, ...to } : each)));
  const submit = () => {
    if (!money.ok) return setProblem(`An hour of work: ${money.problem}`);
    const made: Option[] = [];
    for (const { title, lines } of options) {
      if (!title.trim()) return setProblem('Each option needs a name.');
      const unread = lines.find((line) => !read(line));
      if (unread) return setProblem(`${title}: “${unread.what || 'a line without a description'}” cannot be read.`);
      made.push({ title: title.trim(), lines: lines.flatMap((line) => read(line) ?? []) });
    }
    if (made.some(({ lines }) => lines.length === 0)) return setProblem('Each option needs at least one line.');
    const observationIds = open.map(({ id }) => id);
    const set = {
      hourPence,
      options: made,
      observationIds,
      leave: leave.trim(),
      terms: terms.trim() || null,
      goodUntil,
    };
    setProblem(offer({ ...set, optionsId: v7() }) ? null : 'Not saved. Everything you typed is still here.');
  };
  return (
    <form
      aria-label="Remedial options"
      noValidate
      className="space-y-4"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <div className="flex flex-wrap items-start justify-end gap-3">
        <div className="min-w-60 flex-1 space-y-2">
          {head}
          {problem && <FormProblem>{problem}</FormProblem>}
        </div>
        {leaveOff && (
          <Button look="quiet" onClick={leaveOff}>
            Cancel
          </Button>
        )}
        <Button type="submit" look="next" className="min-h-10 max-md:min-h-11">
          Save options
        </Button>
      </div>
      <div className={`grid gap-6 ${['', '', 'lg:grid-cols-2', 'lg:grid-cols-3'][options.length] ?? ''}`}>
        {options.map((option, index) => (
          <OptionFields
            key={option.key}
            number={index + 1}
            option={option}
            open={open}
            hourPence={hourPence}
            change={(to) => change(option.key, to)}
            remove={options.length > 1 ? () => setOptions(options.filter((each) => each !== option)) : null}
          />
        ))}
      </div>
      {options.length < mostOptions && (
        <Button onClick={() => setOptions([...options, { key: v7(), title: '', lines: [blankLine()] }])}>
          <Plus size={15} aria-hidden /> Add option
        </Button>
      )}
      <div className="grid gap-4 border-t border-rule-strong pt-3 lg:grid-cols-[1fr_1fr_14rem]">
        <FormField
          lines={4}
          label="If nothing is done"
          value={leave}
          onChange={(event) => setLeave(event.target.value)}
        />
        <FormField
          lines={4}
          label="Terms"
          hint="Tax, exclusions, payment."
          value={terms}
          onChange={(event) => setTerms(event.target.value)}
        />
        <div className="space-y-3">
          <FormField
            label="Hourly rate, £"
            inputMode="decimal"
            value={hour}
            onChange={(event) => setHour(event.target.value)}
          />
          <div className="text-sm font-semibold">
            Prices valid until
            <div className="font-normal">
              <DateField label="Prices valid until" value={goodUntil} read={readDay} onChange={setGoodUntil} />
            </div>
          </div>
        </div>
      </div>
    </form>
  );
}

function OptionFields({
  number,
  option,
  open,
  hourPence,
  change,
  remove,
}: {
  number: number;
  option: Written;
  open: ReturnType<typeof openFindings>;
  hourPence: number;
  change: (to: Partial<Written>) => void;
  remove: (() => void) | null;
}) {
  const lines = option.lines.flatMap((line) => read(line) ?? []);
  const total = comesTo({ title: option.title, lines }, hourPence);
  const set = (key: string, to: Partial<Line>) =>
    change({ lines: option.lines.map((line) => (line.key === key ? { ...line, ...to } : line)) });
  return (
    <fieldset className="border-t-2 border-ink pt-2">
      <legend className="sr-only">Option {number}</legend>
      <div className="flex items-start gap-1">
        <input
          aria-label={`Name of option ${number}`}
          maxLength={200}
          value={option.title}
          onChange={(event) => change({ title: event.target.value })}
          className="min-h-10 min-w-0 flex-1 rounded-md border border-rule bg-transparent px-2 text-lg font-semibold focus:border-ink focus:bg-sheet"
        />
        {remove && (
          <Button aria-label={`Remove option ${number}`} onClick={remove} className="min-h-10 px-2">
            <Trash2 size={15} aria-hidden />
          </Button>
        )}
      </div>
      <p className="flex items-baseline justify-between gap-2 py-1">
        <span className="text-xl font-semibold tabular-nums">{showMoney(total.pence)}</span>
        <span className="text-sm text-faint">
          {showMinutes(total.minutes)} · materials {showMoney(total.materialsPence)}
        </span>
      </p>
      <ul aria-label={`Lines of option ${number}`}>
        {option.lines.map((line) => (
          <LineFields
            key={line.key}
            line={line}
            open={open}
            hourPence={hourPence}
            set={(to) => set(line.key, to)}
            remove={() => change({ lines: option.lines.filter((each) => each !== line) })}
          />
        ))}
      </ul>
      <Button look="quiet" onClick={() => change({ lines: [...option.lines, blankLine()] })}>
        <Plus size={15} aria-hidden /> Add line
      </Button>
    </fieldset>
  );
}

const workWords: Record<OptionLine['work'], string> = {
  nothing: 'no electrical work: no document',
  'like for like': 'like for like',
  remedial: 'repair or alteration',
  'new circuit': 'new or renewed circuit',
  'board change': 'a new board',
  rewire: 'a rewire',
};

function LineFields({
  line,
  open,
  hourPence,
  set,
  remove,
}: {
  line: Line;
  open: ReturnType<typeof openFindings>;
  hourPence: number;
  set: (to: Partial<Line>) => void;
  remove: () => void;
}) {
  const done = read(line);
  const name = line.what || 'New line';
  const answers = open.filter(({ id }) => line.observationIds.includes(id));
  const small =
    'min-h-9 rounded-md border border-rule bg-transparent px-2 text-right tabular-nums focus:border-ink focus:bg-sheet max-md:min-h-11';
  return (
    <li className="space-y-1 border-b border-rule py-1.5 text-sm">
      <div className="flex items-start gap-1">
        <textarea
          aria-label="What is done"
          rows={1}
          maxLength={200}
          value={line.what}
          onChange={(event) => set({ what: event.target.value.replaceAll('\n', ' ') })}
          className="min-h-9 min-w-0 flex-1 field-sizing-content resize-none rounded-md border border-rule bg-transparent px-2 py-1.5 focus:border-ink focus:bg-sheet max-md:min-h-11"
        />
        <Button aria-label={`Remove ${name}`} onClick={remove} className="px-2">
          <Trash2 size={15} aria-hidden />
        </Button>
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <input
          aria-label={`Minutes: ${name}`}
          inputMode="numeric"
          value={line.minutes}
          onChange={(event) => set({ minutes: event.target.value })}
          className={`${small} w-16`}
        />
        min
        <span className="whitespace-nowrap">
          £{' '}
          <input
            aria-label={`Materials, £: ${name}`}
            inputMode="decimal"
            value={line.materials}
            onChange={(event) => set({ materials: event.target.value })}
            className={`${small} w-20`}
          />
        </span>
        <span className="ml-auto font-semibold tabular-nums">{done ? showMoney(pence(done, hourPence)) : '?'}</span>
      </div>
      <Disclosure
        summary={
          <span className="text-xs text-faint">
            {answers.length > 0
              ? `fixes ${answers.map(({ number, code }) => `${number} (${code})`).join(', ')}`
              : 'fixes no observation alone'}{' '}
            · {workWords[line.work]}
          </span>
        }
      >
        <div className="space-y-1 pb-2">
          {open.map(({ id, number, code, what }) => (
            <Checkbox
              key={id}
              label={`${number} (${code}) ${what}`}
              checked={line.observationIds.includes(id)}
              onChange={(on) =>
                set({
                  observationIds: on ? [...line.observationIds, id] : line.observationIds.filter((each) => each !== id),
                })
              }
            />
          ))}
          <Select
            label="Type of work"
            className="w-full"
            value={line.work}
            onChange={(work) => set({ work })}
            options={optionWorks.map((value) => ({ value, label: workWords[value] }))}
          />
        </div>
      </Disclosure>
    </li>
  );
}
