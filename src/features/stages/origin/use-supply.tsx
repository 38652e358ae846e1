'use client';

import type { ReactNode } from 'react';
import { useJob } from '../../../client/job-provider';
import type { Supply } from '../../../core/installation/supply';
import { EntryField, asLine, asNumber } from '../../../ui/entry-field';
import { toast } from '../../../ui/toast';
import { useWanted } from '../../workspace/use-wanted';

type KeyOf<Value> = { [K in keyof Supply]-?: NonNullable<Supply[K]> extends Value ? K : never }[keyof Supply];

type More = { readonly hint?: ReactNode; readonly whole?: boolean; readonly inputMode?: 'decimal' | 'numeric' };

/** The supply as it stands, a way to say more of it, and its fields as rows. */
export function useSupply() {
  const { job, append } = useJob();
  const at = useWanted();
  const { supply } = job;
  const record = (fields: Supply) => {
    const outcome = append([{ kind: 'supply.described', body: fields }]);
    if (!outcome.ok) toast(outcome.reason);
  };
  const field = (key: keyof Supply) => at({ of: 'supply', field: key });
  const text = (key: KeyOf<string>, label: string, hint?: ReactNode) => (
    <EntryField
      label={label}
      shown={supply[key] ?? ''}
      parse={asLine}
      commit={(value) => record({ [key]: value })}
      hint={hint}
      {...field(key)}
    />
  );
  const figure = (
    key: KeyOf<number>,
    label: string,
    unit: string | undefined,
    [least, most]: readonly [number, number],
    { hint, whole = false, inputMode = 'numeric' }: More = {},
  ) => (
    <EntryField
      label={label}
      unit={unit}
      inputMode={inputMode}
      shown={String(supply[key] ?? '')}
      parse={asNumber(least, most, whole)}
      commit={(value) => record({ [key]: value })}
      hint={hint}
      {...field(key)}
    />
  );
  return { supply, record, field, text, figure };
}
