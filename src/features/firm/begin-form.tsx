'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Button } from '../../ui/button';
import { FormField, FormProblem } from '../../ui/form-field';
import { beginFirmAction } from './actions';
import { type BeginFields, beginFields } from './fields';
import { withPassword } from './sign-in/signing-in';
import { useEnter } from './sign-in/use-enter';
import { NameField, SignInFields } from './person-fields';
import { unanswered } from './unanswered';

/** The firm and its first person, asked once. */
export function BeginForm() {
  const enter = useEnter();
  const [problem, setProblem] = useState<string | null>(null);
  const { register, handleSubmit, formState } = useForm<BeginFields>({
    resolver: zodResolver(beginFields),
    defaultValues: { position: 'Inspector and qualified supervisor' },
  });
  const { errors, isSubmitting } = formState;
  const begin = handleSubmit(async (fields) => {
    const done = await beginFirmAction(fields).catch(unanswered);
    setProblem(done.ok ? enter(await withPassword(fields.email, fields.password)) : done.problem);
  });
  return (
    <form onSubmit={(event) => void begin(event)} noValidate className="grid gap-x-8 gap-y-6 md:grid-cols-2">
      <section className="space-y-3">
        <h2 className="border-b border-rule-strong pb-1 text-xl">Company</h2>
        <FormField label="Company name" problem={errors.firm?.message} {...register('firm')} />
        <FormField label="Company address" problem={errors.address?.message} {...register('address')} />
        <FormField label="Telephone" type="tel" problem={errors.telephone?.message} {...register('telephone')} />
        <FormField label="Company e-mail" type="email" problem={errors.firmEmail?.message} {...register('firmEmail')} />
      </section>
      <section className="space-y-3">
        <h2 className="border-b border-rule-strong pb-1 text-xl">You</h2>
        <NameField register={register} errors={errors} />
        <FormField
          label="Position"
          hint="Printed under your signature."
          problem={errors.position?.message}
          {...register('position')}
        />
        <SignInFields register={register} errors={errors} />
      </section>
      <div className="space-y-3 md:col-span-2">
        {problem && <FormProblem>{problem}</FormProblem>}
        <Button type="submit" look="next" disabled={isSubmitting} className="min-h-11 px-6">
          {isSubmitting ? 'Creating…' : 'Create account'}
        </Button>
      </div>
    </form>
  );
}
