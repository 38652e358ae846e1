'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import Link from 'next/link';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Button } from '../../../ui/button';
import { FormField, FormProblem } from '../../../ui/form-field';
import { type SignInFields, signInFields } from '../fields';
import { useSignIn } from './use-sign-in';

export function SignInForm() {
  const signIn = useSignIn();
  const [problem, setProblem] = useState<string | null>(null);
  const { register, handleSubmit, formState } = useForm<SignInFields>({ resolver: zodResolver(signInFields) });
  const { errors, isSubmitting } = formState;
  const submit = handleSubmit(async ({ email, password }) => {
    setProblem(null);
    setProblem(await signIn(email, password));
  });
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="space-y-4">
      <FormField
        label="E-mail"
        type="email"
        autoComplete="username"
        problem={errors.email?.message}
        {...register('email')}
      />
      <FormField
        label="Password"
        type="password"
        autoComplete="current-password"
        problem={errors.password?.message}
        {...register('password')}
      />
      {problem && <FormProblem>{problem}</FormProblem>}
      <Button type="submit" look="next" disabled={isSubmitting} className="min-h-11 w-full">
        {isSubmitting ? 'Signing in…' : 'Sign in'}
      </Button>
      <Link href="/sign-in/link" className="block text-sm underline">
        Forgotten the password?
      </Link>
    </form>
  );
}
