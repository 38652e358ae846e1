'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Button } from '../../../ui/button';
import { FormField, FormProblem } from '../../../ui/form-field';
import { linkFields } from '../fields';
import { authenticationClient } from '../../../client/authentication-client';

/** Asks for a link by mail; says the same whether there is such a person or not. */
export function LinkForm() {
  const [sent, setSent] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { register, handleSubmit, formState } = useForm({ resolver: zodResolver(linkFields) });
  const submit = handleSubmit(async ({ email }) => {
    const { error } = await authenticationClient
      .requestPasswordReset({ email })
      .catch(() => ({ error: { status: 0 } }));
    setProblem(
      !error
        ? null
        : error.status === 429
          ? 'Too many links requested. Wait a minute, then try again.'
          : 'The server did not answer. Try again.',
    );
    setSent(!error);
  });
  if (sent)
    return (
      <p role="status">
        If an account has that address, a link is on its way by e-mail. It works once, for 15 minutes.
      </p>
    );
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="space-y-4">
      <FormField
        label="E-mail"
        type="email"
        autoComplete="username"
        problem={formState.errors.email?.message}
        {...register('email')}
      />
      {problem && <FormProblem>{problem}</FormProblem>}
      <Button type="submit" look="next" disabled={formState.isSubmitting} className="min-h-11 w-full">
        Send link
      </Button>
    </form>
  );
}
