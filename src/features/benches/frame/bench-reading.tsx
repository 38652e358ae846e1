'use client';

import type { ReactNode } from 'react';
import { type Slot, keyOf } from '../../../core/installation/slot';
import { useJob } from '../../../client/job-provider';
import { EarlierReadings } from '../../workspace/earlier-readings';
import { StruckReadings } from '../../workspace/struck-readings';
import { VerdictMark, Working } from '../../workspace/verdict-mark';
import { BenchCell } from './bench-cell';

type Props = {
  slot: Slot;
  label: string;
  sequence: number;
  row: number;
  column?: number;
  disabled?: boolean;
  children?: ReactNode;
};

/** A reading of the bench with its judgement beside it: one ruled row. */
export function BenchReading({ slot, label, sequence, row, column = 0, disabled, children }: Props) {
  const { verdicts } = useJob();
  const key = keyOf(slot);
  const judgement = verdicts.get(key)?.judgement ?? null;
  return (
    <div id={key} className="scroll-mt-40 border-b border-rule py-1.5">
      <div className="flex flex-wrap items-center gap-x-3">
        <span className={`min-w-24 flex-1 text-sm ${judgement ? '' : 'font-semibold'}`}>{label}</span>
        {children}
        <BenchCell
          slot={slot}
          label={label}
          sequence={sequence}
          row={row}
          column={column}
          disabled={disabled}
          unmarked
        />
        <span className="w-28 text-sm">
          {judgement && judgement.verdict !== 'unjudged' && <VerdictMark verdict={judgement.verdict} worded />}
        </span>
      </div>
      {judgement &&
        (judgement.verdict === 'doubt' || judgement.verdict === 'fails' ? (
          <Working judgement={judgement} slot={slot} />
        ) : (
          <p className="text-xs text-faint">{judgement.working.at(-1)}</p>
        ))}
      <EarlierReadings slot={slot} />
      <StruckReadings slot={slot} />
    </div>
  );
}
