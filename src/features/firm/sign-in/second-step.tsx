'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import type * as z from 'zod';
import { Button } from '../../../ui/button';
import { FormField, FormProblem } from '../../../ui/form-field';
import { codeFields, recoveryFields } from '../fields';
import { problemOf, type useSignIn } from './use-sign-in';

type Props = { readonly signIn: ReturnType<typeof useSignIn>; readonly again: () => void };

/** The second step: the code an app shows, or one of the recovery codes kept for the day the phone is lost. */
export function SecondStep({ signIn, again }: Props) {
  const [recovers, setRecovers] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { register, handleSubmit, reset, formState } = useForm<z.infer<typeof codeFields>>({
    resolver: zodResolver(recovers ? recoveryFields : codeFields),
  });
  const { errors, isSubmitting } = formState;
  const submit = handleSubmit(async ({ code }) => {
    setProblem(null);
    setProblem(problemOf(await (recovers ? signIn.withRecoveryCode(code) : signIn.withCode(code))));
  });
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="space-y-4">
      <h2 className="text-xl">{recovers ? 'Recovery code' : 'The code your app shows'}</h2>
      <FormField
        key={recovers ? 'recovery' : 'code'}
        label={recovers ? 'One of your recovery codes' : 'Six digits'}
        inputMode={recovers ? 'text' : 'numeric'}
        autoComplete="one-time-code"
        autoFocus
        hint={recovers ? 'Each works once.' : 'It changes every half minute.'}
        problem={errors.code?.message}
        {...register('code')}
      />
      {problem && <FormProblem>{problem}</FormProblem>}
      <Button type="submit" look="next" disabled={isSubmitting} className="min-h-11 w-full">
        {isSubmitting ? 'Signing in…' : 'Sign in'}
      </Button>
      <div className="flex flex-wrap justify-between gap-3">
        <Button
          look="quiet"
          className="max-md:min-h-11"
          onClick={() => {
            setRecovers(!recovers);
            setProblem(null);
            reset();
          }}
        >
          {recovers ? 'Use the app after all' : 'Lost the phone? Use a recovery code'}
        </Button>
        <Button look="quiet" className="max-md:min-h-11" onClick={again}>
          Start again
        </Button>
      </div>
    </form>
  );
}
