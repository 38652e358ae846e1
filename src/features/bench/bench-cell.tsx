'use client';

import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { toast } from 'sonner';
import { type Subject, type TestId, measurementOf, slotKey } from '../../core/installation/measurement';
import { verdictWord } from '../../core/quantity/judgement';
import { parseReading, unitWord } from '../../core/quantity/parse-reading';
import { showValue } from '../../core/quantity/reading-value';
import { standing } from '../../core/ledger/job';
import { useJob } from '../ledger/job-provider';
import { clearEntries, readingEntries } from '../ledger/record-reading';
import { VerdictMark, verdictPattern } from '../ledger/verdict-mark';
import { useBench, useTester } from './bench-provider';

type Props = {
  on: Subject;
  test: TestId;
  /** Spoken: "R1+R2, point 3 Kitchen 1". */
  label: string;
  /** Its place in the order the readings are taken: Enter goes to the next. */
  sequence: number;
  /** Its place on the sheet: the arrows go there. */
  row: number;
  column: number;
  disabled?: boolean;
  /** The mark stands elsewhere. */
  unmarked?: boolean;
};

const cellAt = (selector: string): HTMLInputElement | null => document.querySelector<HTMLInputElement>(`input[data-cell]:not(:disabled)${selector}`);

function goTo(step: { sequence: number } | { row: number; column: number }): void {
  if ('row' in step) return void cellAt(`[data-row="${step.row}"][data-column="${step.column}"]`)?.focus();
  const cells = [...document.querySelectorAll<HTMLInputElement>('input[data-cell]:not(:disabled)')];
  const after = cells.filter((cell) => Number(cell.dataset.cell) > step.sequence).sort((a, b) => Number(a.dataset.cell) - Number(b.dataset.cell))[0];
  after?.focus();
}

/** One reading at a bench: typed, put by the pad, or taken by the tester with the space bar. */
export function BenchCell({ on, test, label, sequence, row, column, disabled = false, unmarked = false }: Props) {
  const { job, verdicts, append, undo } = useJob();
  const { inHand, hold, take, padOpen } = useBench();
  const tester = useTester();
  const key = slotKey(on, test);
  const stands = standing(job.readings.get(key)).at(-1);
  const shown = stands ? showValue(stands.body.value) : '';
  const { spec } = measurementOf(test);
  const [text, setText] = useState(shown);
  const [problem, setProblem] = useState<string | null>(null);
  const typing = useRef(false);
  /** What was recorded since the last render: leaving the cell right after Enter must not record it again. */
  const recorded = useRef<string | null>(null);
  useEffect(() => {
    recorded.current = null;
    if (!typing.current) setText(shown);
  }, [shown]);
  const verdict = stands ? (verdicts.get(key)?.verdict ?? null) : null;
  const isWaiting = tester?.waiting.some((place) => slotKey(place.on, place.test) === key) ?? false;

  const record = (typed: string): boolean => {
    typing.current = false;
    setText(typed);
    setProblem(null);
    if (typed.trim() === (recorded.current ?? shown)) return true;
    if (typed.trim() === '') {
      recorded.current = '';
      return append(clearEntries(job, on, test)).ok;
    }
    const parsed = parseReading(typed, spec);
    if (!parsed.ok) {
      setProblem(parsed.problem);
      return false;
    }
    const outcome = append(readingEntries(job, on, test, parsed, inHand));
    if (outcome.ok) recorded.current = typed.trim();
    else setProblem(outcome.reason);
    return outcome.ok;
  };
  // What the bench holds outlives this render: it writes and records in the light of the job as it stands then.
  const latest = useRef({ record, write: (typed: string): void => void typed });
  const inUse = (typed: string) => hold({ place: { on, test }, label, text: typed, put: (next) => latest.current.write(next), record: (value) => latest.current.record(value), next: () => goTo({ sequence }) });
  const put = (typed: string) => {
    typing.current = true;
    setText(typed);
    inUse(typed);
  };
  useEffect(() => {
    latest.current = { record, write: put };
  });

  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    const input = event.currentTarget;
    const atEnd = input.selectionStart === input.value.length;
    const atStart = input.selectionEnd === 0 || (input.selectionStart === 0 && input.selectionEnd === input.value.length);
    const to =
      event.key === 'Enter' ? { sequence } : event.key === 'ArrowDown' ? { row: row + 1, column } : event.key === 'ArrowUp' ? { row: row - 1, column } : event.key === 'ArrowRight' && atEnd ? { row, column: column + 1 } : event.key === 'ArrowLeft' && atStart ? { row, column: column - 1 } : null;
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !typing.current) {
      event.preventDefault();
      const outcome = undo();
      toast(outcome.ok ? 'Undone: struck in the ledger' : outcome.reason);
    } else if (event.key === ' ' && !typing.current && tester) {
      event.preventDefault();
      take({ on, test });
    } else if (event.key === 'Escape') {
      typing.current = false;
      setText(shown);
      setProblem(null);
    } else if (to) {
      event.preventDefault();
      if (record(text) || event.key !== 'Enter') goTo(to);
    }
  };
  return (
    <span className="block py-px">
      <span className={`inline-flex items-center gap-1 ${verdict ? verdictPattern[verdict] : ''}`}>
        <input
          data-cell={sequence}
          data-row={row}
          data-column={column}
          aria-label={`${label}${spec.takes === 'figure' ? `, ${unitWord[spec.unit]}` : ''}${shown ? `, ${verdict ? verdictWord[verdict] : ''}` : ', empty'}`}
          aria-invalid={problem !== null}
          disabled={disabled || job.issued !== null}
          autoComplete="off"
          inputMode={padOpen ? 'none' : 'text'}
          placeholder={isWaiting ? 'reading…' : undefined}
          className={`min-h-8 w-[4.75rem] rounded-md border bg-sheet px-1.5 text-right text-figure font-semibold disabled:bg-transparent max-md:min-h-11 max-md:scroll-mb-[23rem] max-md:scroll-mt-56 border-rule focus:border-ink in-data-cupboard:w-28`}
          value={text}
          title={stands?.body.reason ?? undefined}
          onChange={(event) => put(event.target.value)}
          onBlur={() => record(text)}
          onKeyDown={onKeyDown}
          onFocus={(event) => {
            event.target.select();
            if (padOpen) event.target.scrollIntoView({ block: 'nearest', inline: 'nearest' });
            inUse(text);
          }}
        />
        {verdict && !unmarked && verdict !== 'unjudged' && verdict !== 'meets' && <VerdictMark verdict={verdict} />}
      </span>
      {problem && (
        <span role="alert" className="block max-w-52 text-xs font-semibold">
          {problem}
        </span>
      )}
    </span>
  );
}
