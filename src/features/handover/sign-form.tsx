'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { Button } from '../../ui/button';
import { FormField, FormProblem } from '../../ui/form-field';
import { SignaturePad } from '../../ui/signature-pad';
import { signByLinkAction } from '../links/actions';
import { type OutsideFields, outsideFields } from '../links/fields';

/** Signs by a link: a name, for whom, and a drawing for those who like to. */
export function SignForm({ token, upTo, name }: { token: string; upTo: number; name: string }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [done, setDone] = useState(false);
  const { register, control, handleSubmit, formState } = useForm<OutsideFields>({
    resolver: zodResolver(outsideFields),
    defaultValues: { name, position: '', drawn: null },
  });
  const { errors, isSubmitting } = formState;
  const sign = handleSubmit(async (fields) => {
    setProblem(null);
    const answer = await signByLinkAction(token, upTo, fields).catch(() => ({
      signed: false as const,
      reason: 'No connection. Nothing was signed. Try again when you are online.',
    }));
    if (answer.signed) setDone(true);
    else setProblem(answer.reason);
  });
  if (done)
    return (
      <p role="status" className="text-lg font-semibold">
        ✓ Signed. Thank you. This link cannot be used again.
      </p>
    );
  return (
    <form onSubmit={(event) => void sign(event)} noValidate className="space-y-3">
      <FormField label="Your name" autoComplete="name" problem={errors.name?.message} {...register('name')} />
      <FormField
        label="Company and role"
        placeholder="Design engineer, Quillet Design"
        problem={errors.position?.message}
        {...register('position')}
      />
      <Controller
        control={control}
        name="drawn"
        render={({ field }) => <SignaturePad label="Drawn signature (optional)" onChange={field.onChange} />}
      />
      {errors.drawn && <FormProblem>That drawing is too long. Clear it and draw it again.</FormProblem>}
      {problem && <FormProblem>{problem}</FormProblem>}
      <Button type="submit" look="next" disabled={isSubmitting} className="min-h-11 w-full">
        {isSubmitting ? 'Signing…' : 'Sign'}
      </Button>
      <p className="text-sm text-faint">
        Your name, the time and the network address you sign from are kept with the signature.
      </p>
    </form>
  );
}
