'use client';

import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { toast } from '../../../ui/toast';
import { type Slot, keyOf } from '../../../core/installation/slot';
import { verdictWord } from '../../../core/words/judgement';
import { unitWord } from '../../../core/quantity/parse-reading';
import { showValue } from '../../../core/quantity/reading-value';
import { standing } from '../../../core/job/job';
import { useJob } from '../../../client/job-provider';
import { methodAt, recordTyped } from '../../../core/work/recorder';
import { VerdictMark, verdictPattern } from '../../workspace/verdict-mark';
import { useBench, useTester } from './bench-provider';

type Props = {
  slot: Slot;
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

const cellAt = (selector: string): HTMLInputElement | null =>
  document.querySelector<HTMLInputElement>(`input[data-cell]:not(:disabled)${selector}`);

const allCells = (): HTMLInputElement[] => [
  ...document.querySelectorAll<HTMLInputElement>('input[data-cell]:not(:disabled)'),
];
const figureOf = (cell: HTMLInputElement, name: 'cell' | 'row' | 'column'): number => Number(cell.dataset[name]);

/** The next cell in the order readings are taken, or the one at a place of the sheet. */
function goTo(step: { sequence: number } | { row: number; column: number }): void {
  if ('row' in step) return void cellAt(`[data-row="${step.row}"][data-column="${step.column}"]`)?.focus();
  const after = allCells()
    .filter((cell) => figureOf(cell, 'cell') > step.sequence)
    .sort((a, b) => figureOf(a, 'cell') - figureOf(b, 'cell'))[0];
  after?.focus();
}

/** The cell before or after this one, row by row: where Tab goes, past whatever else stands between. */
function beside(cell: HTMLInputElement, step: 1 | -1): HTMLInputElement | undefined {
  const cells = allCells().sort(
    (a, b) => figureOf(a, 'row') - figureOf(b, 'row') || figureOf(a, 'column') - figureOf(b, 'column'),
  );
  return cells[cells.indexOf(cell) + step];
}

/** One reading at a bench: typed, put by the pad, or taken by the tester with the space bar. */
export function BenchCell({ slot, label, sequence, row, column, disabled = false, unmarked = false }: Props) {
  const view = useJob();
  const { job, tests, verdicts, isSealed, append, undo } = view;
  const { inHand, hold, release, take, padOpen } = useBench();
  const tester = useTester();
  const key = keyOf(slot);
  const stands = standing(job.readings.get(key)).at(-1);
  const shown = stands ? showValue(stands.body.value) : '';
  const spec = tests.of(slot)?.spec;
  const unit = spec?.takes === 'figure' ? spec.unit : null;
  const [text, setText] = useState(shown);
  const [problem, setProblem] = useState<string | null>(null);
  const typing = useRef(false);
  /** What was recorded since the last render: leaving the cell right after Enter must not record it again. */
  const recorded = useRef<string | null>(null);
  useEffect(() => {
    recorded.current = null;
    if (!typing.current) setText(shown);
  }, [shown]);
  const verdict = stands ? (verdicts.get(key)?.judgement.verdict ?? null) : null;
  const isWaiting = tester?.waiting.some((each) => keyOf(each) === key) ?? false;

  const record = (typed: string): boolean => {
    typing.current = false;
    setText(typed);
    setProblem(null);
    if (typed.trim() === (recorded.current ?? shown)) return true;
    const recording = recordTyped(view, slot, typed, inHand, {
      serving: true,
      method: methodAt(view, slot, inHand),
    });
    if (!recording.ok) {
      setProblem(recording.problem);
      return false;
    }
    const outcome = append(recording.entries);
    if (outcome.ok) recorded.current = typed.trim();
    else setProblem(outcome.reason);
    return outcome.ok;
  };
  // What the bench holds outlives this render: it writes and records in the light of the job as it stands then.
  const latest = useRef({
    record,
    write: (typed: string): void => void typed,
    use: (typed: string, selected?: boolean): void => void [typed, selected],
  });
  const inUse = (typed: string, selected = false) =>
    hold({
      slot,
      label,
      text: typed,
      selected,
      put: (next) => latest.current.write(next),
      record: (value) => latest.current.record(value),
      next: () => goTo({ sequence }),
    });
  const put = (typed: string) => {
    typing.current = true;
    setText(typed);
    inUse(typed);
  };
  useEffect(() => {
    latest.current = { record, write: put, use: inUse };
  });
  // What another device records while the cell is in use shows on the pad too, and the next digit replaces it.
  const focused = useRef(false);
  useEffect(() => {
    if (focused.current && !typing.current) latest.current.use(shown, true);
  }, [shown]);
  // A cell that leaves the screen is in use no longer: nothing is written where nobody looks.
  useEffect(() => () => release(key), [key, release]);

  // The moment after Escape, Tab is the browser's.
  const mayLeave = useRef(false);
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    const input = event.currentTarget;
    if (event.key === 'Tab') {
      if (mayLeave.current) return;
      event.preventDefault();
      record(text);
      return void beside(input, event.shiftKey ? -1 : 1)?.focus();
    }
    mayLeave.current = event.key === 'Escape';
    const atEnd = input.selectionStart === input.value.length;
    const atStart =
      input.selectionEnd === 0 || (input.selectionStart === 0 && input.selectionEnd === input.value.length);
    const to =
      event.key === 'Enter'
        ? { sequence }
        : event.key === 'ArrowDown'
          ? { row: row + 1, column }
          : event.key === 'ArrowUp'
            ? { row: row - 1, column }
            : event.key === 'ArrowRight' && atEnd
              ? { row, column: column + 1 }
              : event.key === 'ArrowLeft' && atStart
                ? { row, column: column - 1 }
                : null;
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !typing.current) {
      event.preventDefault();
      const outcome = undo();
      toast(outcome.ok ? 'Undone: struck in the ledger' : outcome.reason);
    } else if (event.key === ' ' && !typing.current && tester) {
      event.preventDefault();
      take(slot);
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
          aria-label={`${label}${unit ? `, ${unitWord[unit]}` : ''}${shown ? `, ${verdict ? verdictWord[verdict] : ''}` : ', empty'}`}
          aria-invalid={problem !== null}
          disabled={disabled || isSealed}
          autoComplete="off"
          inputMode={padOpen ? 'none' : 'text'}
          placeholder={isWaiting ? 'reading…' : undefined}
          className={`min-h-8 w-[4.75rem] rounded-md border bg-sheet px-1.5 text-right text-figure font-semibold disabled:bg-transparent max-md:min-h-11 max-md:scroll-mb-[23rem] max-md:scroll-mt-56 border-rule focus:border-ink in-data-cupboard:w-28`}
          value={text}
          title={stands?.body.reason ?? undefined}
          onChange={(event) => put(event.target.value)}
          onBlur={() => {
            focused.current = false;
            record(text);
          }}
          onKeyDown={onKeyDown}
          onFocus={(event) => {
            mayLeave.current = false;
            focused.current = true;
            event.target.select();
            if (padOpen) event.target.scrollIntoView({ block: 'nearest', inline: 'nearest' });
            inUse(text, true);
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
