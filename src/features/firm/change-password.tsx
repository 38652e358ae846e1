'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Button } from '../../ui/button';
import { FormField, FormProblem } from '../../ui/form-field';
import { type PasswordFields, passwordFields } from './fields';
import { authenticationClient } from '../../client/authentication-client';
import { unanswered } from './unanswered';

const silent = () => ({ error: { status: 0 } });

/** A person's own password: changed, every other device has to sign in again. */
export function ChangePassword() {
  const [said, setSaid] = useState<{ readonly wrong: boolean; readonly text: string } | null>(null);
  const { register, handleSubmit, reset, formState } = useForm<PasswordFields>({
    resolver: zodResolver(passwordFields),
  });
  const { errors, isSubmitting } = formState;
  const change = handleSubmit(async ({ current, next }) => {
    const { error } = await authenticationClient
      .changePassword({ currentPassword: current, newPassword: next, revokeOtherSessions: true })
      .catch(silent);
    if (!error) {
      reset();
      return setSaid({ wrong: false, text: 'Changed. Other devices have to sign in again.' });
    }
    const text =
      error.status === 0 || error.status >= 500
        ? unanswered().problem
        : error.status === 429
          ? 'Too many tries. Wait a minute, then try again.'
          : 'Wrong password. Nothing was changed.';
    setSaid({ wrong: true, text });
  });
  return (
    <form aria-label="Change your password" noValidate onSubmit={(event) => void change(event)} className="space-y-3">
      <h2 className="border-b border-rule-strong pb-1 text-xl">Password</h2>
      <FormField
        label="Current password"
        type="password"
        autoComplete="current-password"
        problem={errors.current?.message}
        {...register('current')}
      />
      <FormField
        label="New password"
        type="password"
        autoComplete="new-password"
        hint="Ten characters or more."
        problem={errors.next?.message}
        {...register('next')}
      />
      <FormField
        label="New password again"
        type="password"
        autoComplete="new-password"
        problem={errors.again?.message}
        {...register('again')}
      />
      {said?.wrong && <FormProblem>{said.text}</FormProblem>}
      {said && !said.wrong && <p role="status">{said.text}</p>}
      <Button type="submit" disabled={isSubmitting}>
        Change password
      </Button>
    </form>
  );
}
