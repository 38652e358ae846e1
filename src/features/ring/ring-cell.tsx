'use client';

import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { type TestId, measurementOf, slotKey } from '../../core/installation/measurement';
import type { Point } from '../../core/installation/point';
import { governing } from '../../core/ledger/governing';
import { verdictWord } from '../../core/quantity/judgement';
import { parseReading } from '../../core/quantity/parse-reading';
import { showValue } from '../../core/quantity/reading-value';
import { useJob } from '../ledger/job-provider';
import { type InHand, clearEntries, readingEntries } from '../ledger/record-reading';
import { VerdictMark, verdictPattern } from '../ledger/verdict-mark';

export type RingTest = Extract<TestId, `ring-step${string}`>;

/** One reading of one step at one point; Enter and the arrows go to the next point. */
export function RingCell({ point, test, row, inHand }: { point: Point; test: RingTest; row: number; inHand: InHand }) {
  const { job, verdicts, append } = useJob();
  const on = { of: 'point', id: point.id } as const;
  const key = slotKey(on, test);
  const standing = governing(job, key);
  const shown = standing ? showValue(standing.body.value) : '';
  const [text, setText] = useState(shown);
  const [problem, setProblem] = useState<string | null>(null);
  const typing = useRef(false);
  useEffect(() => {
    if (!typing.current) setText(shown);
  }, [shown]);
  const verdict = verdicts.get(key)?.verdict ?? null;
  const record = () => {
    typing.current = false;
    if (text.trim() === shown) return setProblem(null);
    if (text.trim() === '') {
      append(clearEntries(job, on, test));
      return setProblem(null);
    }
    const parsed = parseReading(text, measurementOf(test).spec);
    if (!parsed.ok) return setProblem(parsed.problem);
    const outcome = append(readingEntries(job, on, test, parsed, inHand));
    setProblem(outcome.ok ? null : outcome.reason);
  };
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    const step = event.key === 'Enter' || event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step === 0) return;
    event.preventDefault();
    record();
    document.querySelector<HTMLInputElement>(`[data-ring="${test}-${row + step}"]`)?.focus();
  };
  return (
    <span className="block py-px">
      <span className={`inline-flex items-center gap-1 ${verdict ? verdictPattern[verdict] : ''}`}>
        <input
          data-ring={`${test}-${row}`}
          aria-label={`${measurementOf(test).symbol}, point ${row + 1} ${point.name}${shown ? `, ${verdict ? verdictWord[verdict] : ''}` : ', empty'}`}
          aria-invalid={problem !== null}
          disabled={job.issued !== null}
          autoComplete="off"
          className="min-h-8 w-20 rounded-md border border-rule bg-sheet px-2 text-right font-semibold max-md:min-h-11"
          value={text}
          onChange={(event) => {
            typing.current = true;
            setText(event.target.value);
          }}
          onBlur={record}
          onKeyDown={onKeyDown}
          onFocus={(event) => event.target.select()}
        />
        {verdict && verdict !== 'unjudged' && verdict !== 'meets' && <VerdictMark verdict={verdict} />}
      </span>
      {problem && (
        <span role="alert" className="block max-w-52 text-xs font-semibold">
          {problem}
        </span>
      )}
    </span>
  );
}
