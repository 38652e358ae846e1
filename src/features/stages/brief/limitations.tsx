'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { v7 } from 'uuid';
import { useJob } from '../../../client/job-provider';
import { usePictures } from '../../../client/use-pictures';
import { placeKey } from '../../../core/installation/place';
import { type LimitationNoted, limitationNoted, limitationSorts } from '../../../core/job/kinds/limitation';
import { draftEffect } from '../../../core/work/limitation-effect';
import { Button } from '../../../ui/button';
import { EntryField, asText } from '../../../ui/entry-field';
import { FormField } from '../../../ui/form-field';
import { Select } from '../../../ui/select';
import { Pictures } from '../../pictures/pictures';
import type { Record } from './brief-stage';

/** What is not covered, why, and with whom that was agreed. */
export function Limitations({ record }: { record: Record }) {
  const { job, jobId } = useJob();
  const pictures = usePictures(jobId);
  return (
    <div id="limitations" className="pt-6">
      <h2 className="pb-1 text-xl">Limitations</h2>
      <ul>
        {job.limitations.map((l) => (
          <li
            key={l.limitationId}
            id={placeKey({ of: 'limitation', id: l.limitationId })}
            className="flex items-baseline gap-3 border-b border-rule py-1.5"
          >
            <span className="flex-1">
              {l.what}
              <span className="block text-sm text-faint">
                {l.sort === 'agreed' ? `Agreed with ${l.agreedWith || '…'}` : 'Found on the day'}: {l.why}
              </span>
              <span className="[&>div]:border-0">
                <EntryField
                  label="Printed on the report"
                  lines={2}
                  shown={l.effect ?? ''}
                  hint={l.effect ? undefined : `For instance: ${draftEffect(l)}`}
                  parse={asText}
                  commit={(effect) => {
                    const { entryId: _entry, ...body } = l;
                    record({ kind: 'limitation.noted', body: { ...body, effect } });
                  }}
                />
              </span>
              <Pictures
                about={{ of: 'limitation', id: l.limitationId }}
                name={`limitation ${l.what}`}
                pictures={pictures}
              />
            </span>
            <Button
              look="quiet"
              onClick={() =>
                record({ kind: 'entry.struck', body: { entryId: l.entryId, why: 'No longer a limitation' } })
              }
            >
              Strike out
            </Button>
          </li>
        ))}
      </ul>
      <NoteLimitation record={record} />
    </div>
  );
}

function NoteLimitation({ record }: { record: Record }) {
  const blank = { limitationId: '', sort: 'agreed', what: '', why: '', agreedWith: null } as const;
  const { register, control, handleSubmit, reset, setError, formState } = useForm<LimitationNoted>({
    resolver: zodResolver(limitationNoted),
    defaultValues: { ...blank, limitationId: v7() },
  });
  const { errors } = formState;
  const sort = useWatch({ control, name: 'sort' });
  const note = handleSubmit((body) => {
    if (body.sort === 'agreed' && !body.agreedWith)
      return setError('agreedWith', { message: 'Enter who agreed to it.' });
    if (record({ kind: 'limitation.noted', body: { ...body, effect: draftEffect(body) } }))
      reset({ ...blank, limitationId: v7(), sort: body.sort, agreedWith: body.agreedWith });
  });
  return (
    <form aria-label="Add limitation" className="space-y-3 pt-3" noValidate onSubmit={(event) => void note(event)}>
      <div className="grid gap-3 sm:grid-cols-2">
        <div className="flex flex-col gap-1">
          <span className="text-sm font-semibold">Sort</span>
          <Controller
            control={control}
            name="sort"
            render={({ field }) => (
              <Select
                label="Type of limitation"
                className="min-h-10 w-full"
                value={field.value}
                onChange={field.onChange}
                options={limitationSorts.map((value) => ({
                  value,
                  label: value === 'agreed' ? 'Agreed beforehand' : 'Found on the day',
                }))}
              />
            )}
          />
        </div>
        <FormField
          label={sort === 'agreed' ? 'Agreed with' : 'Agreed with (optional)'}
          {...register('agreedWith', { setValueAs: (text: string | null) => text?.trim() || null })}
          problem={errors.agreedWith?.message}
        />
        <FormField
          label="What is not covered"
          {...register('what', { setValueAs: (text: string) => text.trim() })}
          problem={errors.what && 'Enter what is not covered.'}
        />
        <FormField
          label="Why"
          {...register('why', { setValueAs: (text: string) => text.trim() })}
          problem={errors.why && 'Enter a reason.'}
        />
      </div>
      <Button type="submit">Save limitation</Button>
    </form>
  );
}
