'use client';

import { createContext, use, useEffect, useId, useRef, useState, type ReactNode } from 'react';
import { type Slot, keyOf } from '../../core/installation/slot';
import { governingOf } from '../../core/job/governing';
import { type How, hows } from '../../core/job/kinds/reading';
import { unitSymbol, unitWord } from '../../core/quantity/parse-reading';
import { verdictWord } from '../../core/words/judgement';
import { showValue } from '../../core/quantity/reading-value';
import type { InHand } from '../../core/work/in-hand';
import { recordTyped } from '../../core/work/recorder';
import { Disclosure } from '../../ui/disclosure';
import { FocusOrder } from '../../ui/focus-order';
import { Select } from '../../ui/select';
import { useJob } from '../../client/job-provider';
import { EarlierReadings } from './earlier-readings';
import { InDoubtHere } from './in-doubt';
import { StandingReadings } from './standing-readings';
import { StruckReadings } from './struck-readings';
import { VerdictMark, Working, verdictPattern } from './verdict-mark';

type Props = {
  slot: Slot;
  label?: string;
  inHand: InHand;
  /** For a thumb. */
  large?: boolean;
  chooseHow?: boolean;
};

const howWords: Record<How, string> = { measured: 'measured', calculated: 'calculated', enquiry: 'by enquiry' };

const Order = createContext<FocusOrder | null>(null);

/** Reading fields that are gone through one after another: Enter records one and goes to the next. */
export function ReadingFields({ children }: { children: ReactNode }) {
  const [order] = useState(() => new FocusOrder());
  return <Order value={order}>{children}</Order>;
}

/** One reading to type, with its verdict and working as it is typed and what was struck before it. */
export function ReadingField({ slot, label, inHand, large = false, chooseHow = false }: Props) {
  const view = useJob();
  const { verdicts, tests, append } = view;
  const id = useId();
  const key = keyOf(slot);
  const standing = governingOf(view, slot);
  const shown = standing
    ? showValue(standing.body.value) + (standing.body.reason ? ` ${standing.body.reason}` : '')
    : '';
  const definition = tests.of(slot);
  const [text, setText] = useState(shown);
  const [problem, setProblem] = useState<string | null>(null);
  const [how, setHow] = useState<How>(standing?.body.how ?? 'measured');
  const editing = useRef(false);
  const order = use(Order);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const element = input.current;
    return element ? order?.add(id, { element, sequence: 0, row: 0, column: 0 }) : undefined;
  }, [order, id]);
  useEffect(() => {
    if (!editing.current) setText(shown);
  }, [shown]);
  if (!definition) return null;
  const { spec, name, caution } = definition;
  const judgement = verdicts.get(key)?.judgement ?? null;
  const record = (typed: string, obtained = how) => {
    editing.current = false;
    const say = (reason: string | null): boolean => {
      setProblem(reason);
      return reason === null;
    };
    if (typed.trim() === shown && obtained === (standing?.body.how ?? obtained)) return say(null);
    const recording = recordTyped(view, slot, typed, inHand, { how: obtained });
    if (!recording.ok) return say(recording.problem);
    const outcome = append(recording.entries);
    return say(outcome.ok ? null : outcome.reason);
  };
  const put = (typed: string) => {
    setText(typed);
    record(typed);
  };
  const quick =
    spec.takes === 'confirmation'
      ? ['ok', 'rev', 'LIM', 'N/V']
      : spec.mayBeOver && spec.unit === 'megohm'
        ? ['>999', 'LIM', 'N/A']
        : ['LIM', 'N/A'];
  const spoken = `${label ?? name}${spec.takes === 'figure' ? `, ${unitWord[spec.unit]}` : ''}${judgement ? `, ${verdictWord[judgement.verdict]}` : ''}`;
  return (
    <div id={key} className="scroll-mt-40 border-b border-rule py-2">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <label htmlFor={id} className={`w-44 text-sm ${standing ? 'text-faint' : 'font-semibold'}`}>
          {label ?? name}
        </label>
        <span
          className={`flex items-center rounded-md border border-rule-strong bg-sheet ${judgement ? verdictPattern[judgement.verdict] : ''}`}
        >
          <input
            ref={input}
            id={id}
            value={text}
            inputMode="text"
            autoComplete="off"
            aria-invalid={problem !== null}
            aria-label={spoken}
            onChange={(event) => {
              editing.current = true;
              setText(event.target.value);
            }}
            onFocus={(event) => event.target.select()}
            onBlur={() => editing.current && record(text)}
            onKeyDown={(event) => {
              // Where there is nothing to go to, what is typed next replaces what was recorded.
              if (event.key === 'Enter' && record(text) && !order?.next(id)) event.currentTarget.select();
              if (event.key === 'Escape') {
                editing.current = false;
                setText(shown);
                setProblem(null);
              }
            }}
            className={`bg-transparent px-2 text-right font-semibold ${large ? 'min-h-12 w-32 text-xl' : 'min-h-9 w-24'}`}
          />
          <span className="w-8 text-sm text-faint">{spec.takes === 'figure' ? unitSymbol[spec.unit] : ''}</span>
        </span>
        {judgement && <VerdictMark verdict={judgement.verdict} worded />}
        {chooseHow && (
          <Select
            label={`${label ?? name}: how obtained`}
            value={how}
            options={hows.map((value) => ({ value, label: howWords[value] }))}
            onChange={(next) => {
              setHow(next);
              if (standing) record(text, next);
            }}
          />
        )}
        <span className="flex gap-1">
          {quick.map((q) => (
            <button
              key={q}
              type="button"
              onClick={() => put(q)}
              className={`rounded-md border border-rule px-2 text-sm hover:bg-hover ${large ? 'min-h-11' : 'min-h-8 max-md:min-h-11'}`}
            >
              {q}
            </button>
          ))}
        </span>
      </div>
      {problem && (
        <p role="alert" className="pt-1 text-sm font-semibold">
          {problem}
        </p>
      )}
      {caution && !standing && <p className="mt-1 border-l-4 border-ink pl-2 text-sm">{caution}</p>}
      {judgement &&
        (judgement.verdict === 'meets' ? (
          <Disclosure summary={<span className="text-sm text-faint">{judgement.working.at(-1)}</span>}>
            <Working judgement={judgement} slot={slot} />
          </Disclosure>
        ) : (
          <div className="pt-1">
            <Working judgement={judgement} slot={slot} />
          </div>
        ))}
      <EarlierReadings slot={slot} />
      <StandingReadings slot={slot} inHand={inHand} />
      <InDoubtHere slot={slot} />
      <StruckReadings slot={slot} />
    </div>
  );
}
