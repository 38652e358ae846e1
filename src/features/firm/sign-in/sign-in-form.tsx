'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import Link from 'next/link';
import { useState, useTransition } from 'react';
import { useForm } from 'react-hook-form';
import { usePasskeys } from '../../../client/use-passkeys';
import { Button } from '../../../ui/button';
import { FormField, FormProblem } from '../../../ui/form-field';
import { type SignInFields, signInFields } from '../fields';
import { SecondStep } from './second-step';
import { problemOf, useSignIn } from './use-sign-in';

/** Asks for e-mail and password, and for a code where somebody has set up a second step; or for a passkey. */
export function SignInForm() {
  const signIn = useSignIn();
  const [isAsked, setIsAsked] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [byPasskey, startPasskey] = useTransition();
  const passkeys = usePasskeys();
  const { register, handleSubmit, formState } = useForm<SignInFields>({ resolver: zodResolver(signInFields) });
  const { errors, isSubmitting } = formState;
  const submit = handleSubmit(async ({ email, password }) => {
    setProblem(null);
    const signedIn = await signIn.withPassword(email, password);
    setIsAsked(signedIn.is === 'asked for a code');
    setProblem(problemOf(signedIn));
  });
  if (isAsked) return <SecondStep signIn={signIn} cancel={() => setIsAsked(false)} />;
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
      {passkeys && (
        <Button
          className="min-h-11 w-full"
          disabled={byPasskey || isSubmitting}
          onClick={() =>
            startPasskey(async () => {
              setProblem(null);
              setProblem(problemOf(await signIn.withPasskey()));
            })
          }
        >
          Sign in with a passkey
        </Button>
      )}
      <Link href="/sign-in/link" className="block text-sm underline">
        Forgotten the password?
      </Link>
    </form>
  );
}
