'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Button } from '../../ui/button';
import { FormProblem } from '../../ui/form-field';
import { joinAction } from './actions';
import { type JoinFields, joinFields } from './fields';
import { withPassword } from './sign-in/signing-in';
import { useEnter } from './sign-in/use-enter';
import { NameField, SignInFields } from './person-fields';
import { unanswered } from './unanswered';

/** Takes up an invitation. */
export function JoinForm({ token, name }: { token: string; name: string }) {
  const enter = useEnter();
  const [problem, setProblem] = useState<string | null>(null);
  const { register, handleSubmit, formState } = useForm<JoinFields>({
    resolver: zodResolver(joinFields),
    defaultValues: { name },
  });
  const { errors, isSubmitting } = formState;
  const join = handleSubmit(async (fields) => {
    const done = await joinAction(token, fields).catch(unanswered);
    setProblem(done.ok ? enter(await withPassword(fields.email, fields.password)) : done.problem);
  });
  return (
    <form onSubmit={(event) => void join(event)} noValidate className="space-y-3">
      <NameField register={register} errors={errors} />
      <SignInFields register={register} errors={errors} />
      {problem && <FormProblem>{problem}</FormProblem>}
      <Button type="submit" look="next" disabled={isSubmitting} className="min-h-11 w-full">
        {isSubmitting ? 'Joining…' : 'Join'}
      </Button>
    </form>
  );
}
