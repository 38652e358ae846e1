'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import Link from 'next/link';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Button } from '../../../ui/button';
import { FormField, FormProblem } from '../../../ui/form-field';
import { newPasswordFields } from '../fields';
import { authenticationClient } from '../../../client/authentication-client';

/** Sets a new password by the link of a letter. What the link proves stands after `#`: no server writes it down. */
export function NewPasswordForm() {
  const [isSet, setIsSet] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { register, handleSubmit, formState } = useForm({ resolver: zodResolver(newPasswordFields) });
  const submit = handleSubmit(async ({ password }) => {
    const { error } = await authenticationClient
      .resetPassword({ newPassword: password, token: location.hash.slice(1) })
      .catch(() => ({ error: { status: 0 } }));
    setProblem(
      !error
        ? null
        : error.status === 0 || error.status >= 500
          ? 'The server did not answer. Nothing was changed; try again.'
          : 'This link was used, or is older than 15 minutes. Request another.',
    );
    setIsSet(!error);
  });
  if (isSet)
    return (
      <p role="status">
        The new password is set.{' '}
        <Link href="/sign-in" className="underline">
          Sign in
        </Link>
      </p>
    );
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="space-y-4">
      <FormField
        label="New password"
        type="password"
        autoComplete="new-password"
        problem={formState.errors.password?.message}
        {...register('password')}
      />
      {problem && <FormProblem>{problem}</FormProblem>}
      <Button type="submit" look="next" disabled={formState.isSubmitting} className="min-h-11 w-full">
        Set password
      </Button>
    </form>
  );
}
