'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import isEqual from 'fast-deep-equal';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { v7 } from 'uuid';
import { type Measure, measureKey } from '../../../core/installation/slot';
import { type RepairMade, repairMade } from '../../../core/job/kinds/repair';
import type { TestDefinition } from '../../../core/job/test-definition';
import { beforeAndAfter } from '../../../core/work/before-after';
import { readMoney } from '../../../core/words/money';
import { Button } from '../../../ui/button';
import { Checkbox } from '../../../ui/checkbox';
import { Disclosure } from '../../../ui/disclosure';
import { FormField } from '../../../ui/form-field';
import { Select } from '../../../ui/select';
import { useJob } from '../../../client/job-provider';
import { useMeasure } from '../../measure/measure-provider';

/**
 * A fault mended on the spot: what was done, with what and how long, and which test had found it. That one and those before
 * it are due again; the report tells of it, or says in the ledger why it does not.
 */
export function LogRepair({ wayId, family }: { wayId: string; family: TestDefinition }) {
  const { tests, isSealed } = useJob((held) => ({ tests: held.tests, isSealed: held.isSealed }));
  const { record } = useMeasure();
  const { register, control, handleSubmit, reset, setValue, formState } = useForm<RepairMade>({
    resolver: zodResolver(repairMade),
    defaultValues: { repairId: v7(), wayId, found: family.finders[0], what: '', ...nothingMore },
  });
  const leftOut = useWatch({ control, name: 'leftOut' });
  if (isSealed || family.finders.length === 0) return null;
  const nameOf = (measure: Measure) => (tests.on('point', measure) ?? tests.on('way', measure))?.name ?? measure.test;
  const log = handleSubmit((body) => {
    if (record([{ kind: 'repair.made', body }])) reset({ ...body, repairId: v7(), what: '', ...nothingMore });
  });
  return (
    <Disclosure className="border-t border-rule pt-2 text-sm" summary={<strong>Fixed during inspection?</strong>}>
      <Mended wayId={wayId} />
      <form className="flex flex-wrap items-start gap-2 py-1" noValidate onSubmit={(event) => void log(event)}>
        <div className="min-w-0 flex-1">
          <FormField
            label="What was repaired"
            placeholder="Terminal tightened at Utility room 3"
            {...register('what', { setValueAs: (text: string) => text.trim() })}
            problem={formState.errors.what && 'Enter what was repaired.'}
          />
        </div>
        <Controller
          control={control}
          name="found"
          render={({ field }) => (
            <Select
              label="Found by"
              className="min-h-10 sm:mt-6"
              value={measureKey(field.value)}
              onChange={(key) => field.onChange(family.finders.find((each) => measureKey(each) === key))}
              options={family.finders.map((each) => ({ value: measureKey(each), label: `found by ${nameOf(each)}` }))}
            />
          )}
        />
        <div className="grid w-full gap-2 sm:grid-cols-[2fr_1fr_1fr]">
          <FormField label="Parts" {...register('parts', { setValueAs: orNone })} />
          <FormField
            label="Minutes"
            inputMode="numeric"
            problem={formState.errors.minutes && 'Whole minutes.'}
            {...register('minutes', { setValueAs: asWhole })}
          />
          <FormField
            label="Price, £"
            inputMode="decimal"
            problem={formState.errors.pricePence && 'Pounds and pence: 45.50'}
            {...register('pricePence', { setValueAs: asPence })}
          />
        </div>
        <div className="w-full">
          <Checkbox
            label="Show on the report as fixed during the inspection"
            checked={leftOut === null}
            onChange={(told) => setValue('leftOut', told ? null : '')}
          />
          {leftOut !== null && (
            <FormField
              label="Reason to leave it out of the report"
              problem={formState.errors.leftOut && 'Enter a reason. It stays in the record.'}
              {...register('leftOut')}
            />
          )}
        </div>
        <Button type="submit" className="min-h-10 max-md:min-h-11">
          Save repair
        </Button>
        <span className="w-full text-faint">
          That test, and those before it on this circuit, must then be repeated.
        </span>
      </form>
    </Disclosure>
  );
}

const nothingMore = { parts: null, minutes: null, pricePence: null, leftOut: null } as const;
const orNone = (text: string | null) => text?.trim() || null;
const asWhole = (text: string | number | null) => (text === null || text === '' ? null : Number(text));
const asPence = (text: string | number | null) => {
  if (text === null || typeof text === 'number') return text;
  const read = readMoney(text);
  return read.ok ? read.value : Number.NaN;
};

/** What was put right on this circuit before, with what its test read before and after. */
function Mended({ wayId }: { wayId: string }) {
  const repairs = useJob(
    (view) =>
      view.job.repairs
        .filter((repair) => repair.wayId === wayId)
        .map((repair) => ({ ...repair, ...beforeAndAfter(view, repair) })),
    isEqual,
  );
  if (repairs.length === 0) return null;
  return (
    <ul>
      {repairs.map((repair) => {
        const { name, before, after } = repair;
        return (
          <li key={repair.repairId} className="border-b border-rule py-1">
            <strong>{repair.what}</strong>
            {repair.leftOut && <span className="text-faint"> · not on the report: {repair.leftOut}</span>}
            <span className="block">
              {name}: {before ?? '–'} before, {after ?? 'to repeat'}
              {after && ' after'}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
