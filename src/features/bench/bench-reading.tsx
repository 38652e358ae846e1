'use client';

import type { ReactNode } from 'react';
import { type Subject, type TestId, slotKey } from '../../core/installation/measurement';
import { useJob } from '../ledger/job-provider';
import { StruckReadings } from '../ledger/struck-readings';
import { VerdictMark, Working } from '../ledger/verdict-mark';
import { BenchCell } from './bench-cell';

type Props = { on: Subject; test: TestId; label: string; sequence: number; row: number; column?: number; disabled?: boolean; children?: ReactNode };

/** A reading of the bench with its judgement beside it: one ruled row. */
export function BenchReading({ on, test, label, sequence, row, column = 0, disabled, children }: Props) {
  const { verdicts } = useJob();
  const key = slotKey(on, test);
  const judgement = verdicts.get(key) ?? null;
  return (
    <div id={key} className="scroll-mt-40 border-b border-rule py-1.5">
      <div className="flex flex-wrap items-center gap-x-3">
        <span className={`min-w-24 flex-1 text-sm ${judgement ? '' : 'font-semibold'}`}>{label}</span>
        {children}
        <BenchCell on={on} test={test} label={label} sequence={sequence} row={row} column={column} disabled={disabled} unmarked />
        <span className="w-28 text-sm">{judgement && judgement.verdict !== 'unjudged' && <VerdictMark verdict={judgement.verdict} worded />}</span>
      </div>
      {judgement && (judgement.verdict === 'doubt' || judgement.verdict === 'fails' ? <Working judgement={judgement} /> : <p className="text-xs text-faint">{judgement.working.at(-1)}</p>)}
      <StruckReadings slot={key} />
    </div>
  );
}
