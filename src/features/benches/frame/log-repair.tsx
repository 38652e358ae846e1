'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { Controller, useForm } from 'react-hook-form';
import { v7 } from 'uuid';
import { type Measure, measureKey } from '../../../core/installation/slot';
import { type RepairMade, repairMade } from '../../../core/job/kinds/repair';
import type { TestDefinition } from '../../../core/job/test-definition';
import { Button } from '../../../ui/button';
import { Disclosure } from '../../../ui/disclosure';
import { FormField } from '../../../ui/form-field';
import { Select } from '../../../ui/select';
import { useJob } from '../../../client/job-provider';
import { useBench } from './bench-provider';

/** A fault mended on the spot: what was done, and which test had found it; that one and those before it are due again. */
export function LogRepair({ wayId, family }: { wayId: string; family: TestDefinition }) {
  const { tests, isSealed } = useJob();
  const { record } = useBench();
  const { register, control, handleSubmit, reset, formState } = useForm<RepairMade>({
    resolver: zodResolver(repairMade),
    defaultValues: { repairId: v7(), wayId, found: family.finders[0], what: '' },
  });
  if (isSealed || family.finders.length === 0) return null;
  const nameOf = (measure: Measure) => (tests.on('point', measure) ?? tests.on('way', measure))?.name ?? measure.test;
  const log = handleSubmit((body) => {
    if (record([{ kind: 'repair.made', body }])) reset({ ...body, repairId: v7(), what: '' });
  });
  return (
    <Disclosure className="border-t border-rule pt-2 text-sm" summary={<strong>Repaired something here?</strong>}>
      <form className="flex flex-wrap items-start gap-2 py-1" noValidate onSubmit={(event) => void log(event)}>
        <div className="min-w-0 flex-1">
          <FormField
            label="What was repaired"
            placeholder="Terminal tightened at Utility room 3"
            {...register('what', { setValueAs: (text: string) => text.trim() })}
            problem={formState.errors.what && 'Say what was repaired.'}
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
        <Button type="submit" className="min-h-10 max-md:min-h-11 sm:mt-6">
          Log the repair
        </Button>
        <span className="w-full text-faint">That test and those before it on this circuit are then due again.</span>
      </form>
    </Disclosure>
  );
}
