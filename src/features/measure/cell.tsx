'use client';

import { memo, useEffect, useId, useRef, useSyncExternalStore, type KeyboardEvent } from 'react';
import { toast } from '../../ui/toast';
import type { How } from '../../core/job/kinds/reading';
import { type Slot, keyOf } from '../../core/installation/slot';
import { verdictWord } from '../../core/words/judgement';
import { unitWord } from '../../core/quantity/parse-reading';
import { showValue } from '../../core/quantity/reading-value';
import { ownReading } from '../../core/job/governing';
import { isSameSelection, useJob } from '../../client/job-provider';
import { VerdictMark, verdictPattern } from '../workspace/verdict-mark';
import { useMeasure, useTester } from './measure-provider';
import type { FocusStore } from './place-in-focus';

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
  /** How what is typed was obtained, where the page asks. */
  how?: How | undefined;
};

const no = (): boolean => false;
const nothing = (): null => null;

/** What is typed in a cell and not recorded. */
function draftAt(focus: FocusStore, id: string): string | null {
  const held = focus.getSnapshot().focus;
  return held?.id === id ? held.draft : null;
}

/** A slot made anew is the same slot. */
const isSameCell = ({ slot, ...one }: Props, { slot: other, ...rest }: Props): boolean =>
  keyOf(slot) === keyOf(other) && isSameSelection(one, rest);

/** One reading: typed, put by the pad, or taken by the tester with the space bar. */
export const Cell = memo(function Cell({
  slot,
  label,
  sequence,
  row,
  column,
  disabled = false,
  unmarked = false,
  how,
}: Props) {
  const key = keyOf(slot);
  const { spec, isSealed, undo, stands, verdict } = useJob((held) => {
    const reading = ownReading(held, slot);
    return {
      spec: held.tests.of(slot)?.spec,
      isSealed: held.isSealed,
      undo: held.undo,
      stands: reading?.body,
      verdict: reading ? (held.verdicts.get(key)?.judgement.verdict ?? null) : null,
    };
  });
  const { focus, take, padOpen } = useMeasure();
  const isLinked = useTester((tester) => tester !== null);
  const isWaiting = useTester((tester) => tester?.waiting.some((each) => keyOf(each) === key) ?? false);
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const shown = stands ? showValue(stands.value) : '';
  const unit = spec?.takes === 'figure' ? spec.unit : null;
  const isFocused = useSyncExternalStore(focus.subscribe, () => focus.getSnapshot().focus?.id === id, no);
  const draft = useSyncExternalStore(focus.subscribe, () => draftAt(focus, id), nothing);
  const kept = useSyncExternalStore(focus.subscribe, () => focus.getSnapshot().notRecorded.get(key) ?? null, nothing);
  const text = draft ?? kept?.text ?? shown;
  const problem = kept?.problem ?? null;

  useEffect(() => {
    const element = input.current;
    return element ? focus.order.add(id, { element, sequence, row, column }) : undefined;
  }, [focus, id, sequence, row, column]);
  // The cell may become another slot's while it is in focus, as a list grows: what is typed was not meant for that.
  useEffect(() => () => focus.gone(id), [focus, id, key]);
  // What is recorded here, by whatever way, is replaced by the next digit.
  useEffect(() => {
    if (isFocused && draft === null && document.activeElement === input.current) input.current?.select();
  }, [isFocused, draft, text]);

  // The moment after Escape, Tab is the browser's.
  const mayLeave = useRef(false);
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    const { selectionStart, selectionEnd, value } = event.currentTarget;
    if (event.key === 'Tab') {
      if (mayLeave.current || !focus.order.beside(id, event.shiftKey ? -1 : 1)) return;
      return event.preventDefault();
    }
    mayLeave.current = event.key === 'Escape';
    const atEnd = selectionStart === value.length;
    const atStart = selectionEnd === 0 || (selectionStart === 0 && selectionEnd === value.length);
    const to =
      event.key === 'ArrowDown'
        ? ([row + 1, column] as const)
        : event.key === 'ArrowUp'
          ? ([row - 1, column] as const)
          : event.key === 'ArrowRight' && atEnd
            ? ([row, column + 1] as const)
            : event.key === 'ArrowLeft' && atStart
              ? ([row, column - 1] as const)
              : null;
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && draft === null) {
      event.preventDefault();
      const outcome = undo();
      toast(outcome.ok ? 'Undone' : outcome.reason);
    } else if (event.key === ' ' && draft === null && isLinked) {
      event.preventDefault();
      take(slot);
    } else if (event.key === 'Escape') {
      focus.forget();
    } else if (event.key === 'Enter') {
      event.preventDefault();
      if (focus.record()) focus.next();
    } else if (to) {
      event.preventDefault();
      focus.record();
      // In a list of readings, which is no table, up and down go to the one before and after.
      const isVertical = event.key === 'ArrowDown' || event.key === 'ArrowUp';
      if (!focus.order.at(...to) && isVertical) focus.order.beside(id, event.key === 'ArrowDown' ? 1 : -1);
    }
  };
  return (
    <span className="block py-px">
      <span className={`inline-flex items-center gap-1 ${verdict ? verdictPattern[verdict] : ''}`}>
        <input
          ref={input}
          aria-label={`${label}${unit ? `, ${unitWord[unit]}` : ''}${shown ? `, ${verdict ? verdictWord[verdict] : ''}` : ', empty'}`}
          aria-invalid={problem !== null}
          disabled={disabled || isSealed}
          autoComplete="off"
          inputMode={padOpen ? 'none' : 'text'}
          placeholder={isWaiting ? 'reading…' : undefined}
          className={`min-h-8 w-[4.75rem] rounded-md border bg-sheet px-1.5 text-right text-figure font-semibold disabled:bg-transparent max-md:min-h-11 max-md:scroll-mb-[calc(var(--dock,3.25rem)+4rem)] max-md:scroll-mt-24 in-data-dark:w-28 ${isFocused ? 'border-ink' : 'border-rule'}`}
          value={text}
          title={stands?.reason ?? undefined}
          onChange={(event) => {
            // The cell may have become another slot's under the caret.
            focus.enter(id, slot, label, how);
            focus.write(event.target.value);
          }}
          onBlur={() => focus.leave(id)}
          onKeyDown={onKeyDown}
          onFocus={(event) => {
            mayLeave.current = false;
            if (padOpen) event.target.scrollIntoView({ block: 'nearest', inline: 'nearest' });
            focus.enter(id, slot, label, how);
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
}, isSameCell);
