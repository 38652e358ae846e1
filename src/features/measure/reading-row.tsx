'use client';

import isEqual from 'fast-deep-equal';
import type { ReactNode } from 'react';
import { type Slot, keyOf } from '../../core/installation/slot';
import type { How } from '../../core/job/kinds/reading';
import { useJob } from '../../client/job-provider';
import { EarlierReadings } from '../workspace/earlier-readings';
import { StruckReadings } from '../workspace/struck-readings';
import { VerdictMark, Working } from '../workspace/verdict-mark';
import { Cell } from './cell';

type Props = {
  slot: Slot;
  label: string;
  /** Its place in the order the readings are taken; without one, where it stands on the page. */
  sequence?: number;
  row?: number;
  column?: number;
  disabled?: boolean;
  /** How what is typed was obtained, where it is not measured. */
  how?: How | undefined;
  unit?: string;
  /** Whether cells of rows beneath each other stand in a column, whatever follows them. */
  aligned?: boolean;
  /** Before the cell, after it, and beneath its judgement. */
  children?: ReactNode;
  after?: ReactNode;
  beneath?: ReactNode;
};

/** A reading with its judgement beside it: one ruled row. */
export function ReadingRow({
  slot,
  label,
  sequence = 0,
  row = 0,
  column = 0,
  disabled,
  how,
  unit,
  aligned = false,
  children,
  after,
  beneath,
}: Props) {
  const key = keyOf(slot);
  const judgement = useJob(({ verdicts }) => verdicts.get(key)?.judgement ?? null, isEqual);
  return (
    <div id={key} className="scroll-mt-40 border-b border-rule py-1.5">
      <div className="flex flex-wrap items-center gap-x-3">
        <span className={`text-sm ${aligned ? 'w-40' : 'min-w-24 flex-1'} ${judgement ? '' : 'font-semibold'}`}>
          {label}
        </span>
        {children}
        <Cell
          slot={slot}
          label={label}
          sequence={sequence}
          row={row}
          column={column}
          disabled={disabled}
          how={how}
          unmarked
        />
        {unit !== undefined && <span className="w-6 text-sm text-faint">{unit}</span>}
        <span className="w-28 text-sm">
          {judgement && judgement.verdict !== 'unjudged' && <VerdictMark verdict={judgement.verdict} worded />}
        </span>
        {after}
      </div>
      {judgement &&
        (judgement.verdict === 'doubt' || judgement.verdict === 'fails' ? (
          <Working judgement={judgement} slot={slot} />
        ) : (
          <p className="text-xs text-faint">{judgement.working.at(-1)}</p>
        ))}
      {beneath}
      <EarlierReadings slot={slot} />
      <StruckReadings slot={slot} />
    </div>
  );
}
