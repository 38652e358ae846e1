'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import type { Made } from '../../server/links';
import { Button } from '../../ui/button';
import { FormField, FormProblem } from '../../ui/form-field';
import { type RecipientFields, recipientFields } from './fields';

type Props = {
  readonly act: string;
  readonly make: (fields: RecipientFields) => Promise<Made>;
  readonly start?: RecipientFields;
};

const unanswered = (): Made => ({
  ok: false,
  problem: 'The server did not answer: nothing was sent. What you typed is still here; try again.',
});

/** Whom a link is for. The link itself is shown once, to be handed on where it is not sent. */
export function LinkForm({ act, make, start = { name: '', email: '' } }: Props) {
  const [made, setMade] = useState<{ url: string; sent: string } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const { register, handleSubmit, reset, formState } = useForm<RecipientFields>({
    resolver: zodResolver(recipientFields),
    defaultValues: start,
  });
  const { errors, isSubmitting } = formState;
  const submit = handleSubmit(async (fields) => {
    setProblem(null);
    const answer = await make(fields).catch(unanswered);
    if (!answer.ok) return setProblem(answer.problem);
    setMade({ url: answer.url, sent: fields.email });
    reset({ name: '', email: '' });
  });
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="space-y-2">
      <div className="grid gap-3 sm:grid-cols-[1fr_1fr_auto] sm:items-start">
        <FormField label="Name" problem={errors.name?.message} {...register('name')} />
        <FormField label="E-mail (optional)" type="email" problem={errors.email?.message} {...register('email')} />
        <Button type="submit" disabled={isSubmitting} className="min-h-10 sm:mt-6">
          {isSubmitting ? 'Creating link…' : act}
        </Button>
      </div>
      {problem && <FormProblem>{problem}</FormProblem>}
      {made && (
        <p role="status" className="border-l-4 border-ink pl-3 text-sm">
          {made.sent ? `It goes to ${made.sent}. ` : 'Hand this on; '}the link is shown here once:
          <span className="block select-all break-all font-semibold" data-testid="link-made">
            {made.url}
          </span>
        </p>
      )}
    </form>
  );
}
