'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { type ComponentProps, useState } from 'react';
import { useForm } from 'react-hook-form';
import * as z from 'zod';
import { Button } from '../../ui/button';
import { FormField, FormProblem } from '../../ui/form-field';

type Props = Pick<ComponentProps<typeof FormField>, 'label' | 'hint' | 'type' | 'inputMode' | 'autoComplete'> & {
  readonly act: string;
  /** On the button while it is sent. */
  readonly busy?: string;
  readonly schema: z.ZodType<string, string>;
  /** Answers what is wrong, or null. */
  readonly send: (value: string) => Promise<string | null>;
};

/** A form of one field: a password, a code. */
export function AskOne({ act, busy = act, schema, send, ...field }: Props) {
  const [problem, setProblem] = useState<string | null>(null);
  const { register, handleSubmit, formState } = useForm<{ value: string }>({
    resolver: zodResolver(z.object({ value: schema })),
    defaultValues: { value: '' },
  });
  const { errors, isSubmitting } = formState;
  const submit = handleSubmit(async ({ value }) => {
    setProblem(null);
    setProblem(await send(value));
  });
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="space-y-4">
      <FormField {...field} problem={errors.value?.message} {...register('value')} />
      {problem && <FormProblem>{problem}</FormProblem>}
      <Button type="submit" look="next" disabled={isSubmitting} className="min-h-11 w-full">
        {isSubmitting ? busy : act}
      </Button>
    </form>
  );
}
