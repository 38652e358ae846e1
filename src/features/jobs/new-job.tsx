'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { v7 } from 'uuid';
import { editionPack } from '../../core/edition/editions';
import { type EditionId, editionIds } from '../../core/edition/pack';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { FormField, FormProblem } from '../../ui/form-field';
import { Select } from '../../ui/select';
import { type OpenJobFields, openJobFields } from './fields';
import { openJobAction } from './open-job';

const editions = editionIds.map((value) => ({ value, label: editionPack(value).title }));

const unanswered = (error: unknown) => {
  if (error instanceof TypeError)
    return {
      problem:
        'The server did not answer: a new job needs the network once, to be opened. What you typed is still here; try again when the network is back.',
    };
  throw error;
};

export function NewJob({ usual }: { usual: EditionId }) {
  const [open, setOpen] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { register, control, handleSubmit, formState, setValue } = useForm<OpenJobFields>({
    resolver: zodResolver(openJobFields),
    defaultValues: { jobId: '', reference: '', address: '', premises: '', client: '', edition: usual },
  });
  const { errors, isSubmitting } = formState;
  const submit = handleSubmit(async (fields) => {
    setProblem(null);
    // Opened, it is left for: only what went wrong comes back.
    const answer = await openJobAction(fields).catch(unanswered);
    setProblem(answer?.problem ?? null);
  });
  return (
    <>
      <Button
        onClick={() => {
          setValue('jobId', v7());
          setOpen(true);
        }}
      >
        Open a condition report
      </Button>
      <Dialog open={open} onOpenChange={setOpen} title="Open a condition report">
        <form onSubmit={(event) => void submit(event)} noValidate className="space-y-3">
          <FormField label="Your reference" problem={errors.reference?.message} {...register('reference')} />
          <FormField label="Address of the installation" problem={errors.address?.message} {...register('address')} />
          <FormField
            label="Premises"
            placeholder="three-bedroom mid-terrace house"
            problem={errors.premises?.message}
            {...register('premises')}
          />
          <FormField label="Client: who pays" problem={errors.client?.message} {...register('client')} />
          <div className="text-sm font-semibold">
            Edition worked to
            <Controller
              control={control}
              name="edition"
              render={({ field }) => (
                <Select
                  label="Edition worked to"
                  className="w-full font-normal"
                  value={field.value}
                  onChange={field.onChange}
                  options={editions}
                />
              )}
            />
          </div>
          {problem && <FormProblem>{problem}</FormProblem>}
          <Button type="submit" look="next" disabled={isSubmitting} className="w-full">
            {isSubmitting ? 'Opening…' : 'Open the job'}
          </Button>
        </form>
      </Dialog>
    </>
  );
}
