'use client';

import { useEffect, useId, useRef, useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import { type Subject, type TestId, measurementOf, slotKey } from '../../core/installation/measurement';
import { governing } from '../../core/ledger/governing';
import { parseReading, unitSymbol, unitWord } from '../../core/quantity/parse-reading';
import { verdictWord } from '../../core/quantity/judgement';
import { showValue } from '../../core/quantity/reading-value';
import { useJob } from './job-provider';
import { type InHand, clearEntries, readingEntries } from './record-reading';
import { StruckReadings } from './struck-readings';
import { VerdictMark, Working, verdictPattern } from './verdict-mark';

type Props = {
  on: Subject;
  test: TestId;
  label?: string;
  inHand: InHand;
  caution?: ReactNode;
  large?: boolean;
  chooseHow?: boolean;
};

/** One reading to type, with its verdict and working as it is typed and what was struck before it. */
export function ReadingField({ on, test, label, inHand, caution, large = false, chooseHow = false }: Props) {
  const { job, verdicts, append } = useJob();
  const id = useId();
  const key = slotKey(on, test);
  const standing = governing(job, key);
  const shown = standing ? showValue(standing.body.value) + (standing.body.reason ? ` ${standing.body.reason}` : '') : '';
  const { spec, name } = measurementOf(test);
  const [text, setText] = useState(shown);
  const [problem, setProblem] = useState<string | null>(null);
  const [how, setHow] = useState<'measured' | 'calculated' | 'enquiry'>(standing?.body.how ?? 'measured');
  const editing = useRef(false);
  useEffect(() => {
    if (!editing.current) setText(shown);
  }, [shown]);

  const judgement = verdicts.get(key) ?? null;
  const record = (typed: string, obtained = how) => {
    editing.current = false;
    if (typed.trim() === shown && obtained === (standing?.body.how ?? obtained)) return setProblem(null);
    if (typed.trim() === '') {
      setProblem(null);
      const cleared = append(clearEntries(job, on, test));
      if (!cleared.ok) toast(cleared.reason);
      return;
    }
    const parsed = parseReading(typed, spec);
    if (!parsed.ok) return setProblem(parsed.problem);
    const outcome = append(readingEntries(job, on, test, { ...parsed, how: obtained }, inHand));
    setProblem(outcome.ok ? null : outcome.reason);
  };
  const put = (typed: string) => {
    setText(typed);
    record(typed);
  };
  const quick = spec.takes === 'confirmation' ? ['ok', 'rev', 'LIM', 'N/V'] : spec.mayBeOver && spec.unit === 'megohm' ? ['>999', 'LIM', 'N/A'] : ['LIM', 'N/A'];
  const unit = spec.takes === 'figure' ? unitSymbol[spec.unit] : '';
  return (
    <div id={key} className="scroll-mt-40 border-b border-rule py-2">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <label htmlFor={id} className={`w-44 text-sm ${standing ? 'text-faint' : 'font-semibold'}`}>
          {label ?? name}
        </label>
        <span className={`flex items-center rounded-md border border-rule-strong bg-sheet ${judgement ? verdictPattern[judgement.verdict] : ''}`}>
          <input
            id={id}
            value={text}
            inputMode="text"
            autoComplete="off"
            aria-invalid={problem !== null}
            aria-label={`${label ?? name}${spec.takes === 'figure' ? `, ${unitWord[spec.unit]}` : ''}${judgement ? `, ${verdictWord[judgement.verdict]}` : ''}`}
            onChange={(event) => {
              editing.current = true;
              setText(event.target.value);
            }}
            onBlur={() => record(text)}
            onKeyDown={(event) => {
              if (event.key === 'Enter') record(text);
              if (event.key === 'Escape') {
                editing.current = false;
                setText(shown);
                setProblem(null);
              }
            }}
            className={`bg-transparent px-2 text-right font-semibold ${large ? 'min-h-12 w-32 text-xl' : 'min-h-9 w-24'}`}
          />
          <span className="w-8 text-sm text-faint">{unit}</span>
        </span>
        {judgement && <VerdictMark verdict={judgement.verdict} worded />}
        {chooseHow && (
          <select
            aria-label={`${label ?? name}: how obtained`}
            value={how}
            className="min-h-9 rounded-md border border-rule bg-sheet px-1 text-sm"
            onChange={(event) => {
              const next = event.target.value as typeof how;
              setHow(next);
              if (standing) record(text, next);
            }}
          >
            <option value="measured">measured</option>
            <option value="calculated">calculated</option>
            <option value="enquiry">by enquiry</option>
          </select>
        )}
        <span className="flex gap-1">
          {quick.map((q) => (
            <button key={q} type="button" onClick={() => put(q)} className={`rounded-md border border-rule px-2 text-sm hover:bg-hover ${large ? 'min-h-11' : 'min-h-8 max-md:min-h-11'}`}>
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
      {judgement && (judgement.verdict === 'meets' ? (
        <details className="pt-1 text-sm">
          <summary className="text-faint">{judgement.working.at(-1)}</summary>
          <Working judgement={judgement} />
        </details>
      ) : (
        <div className="pt-1">
          <Working judgement={judgement} />
        </div>
      ))}
      <StruckReadings slot={key} />
    </div>
  );
}
