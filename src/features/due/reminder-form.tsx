'use client';

import { useState } from 'react';
import { Button } from '../../ui/button';
import { FormField, FormProblem } from '../../ui/form-field';
import { toast } from '../../ui/toast';
import { remindAction } from './actions';

type Props = {
  readonly about: string;
  readonly to: string;
  readonly draft: { readonly subject: string; readonly text: string };
  readonly done: () => void;
};

/** A drafted letter, read over and sent. */
export function ReminderForm({ about, to, draft, done }: Props) {
  const [said, setSaid] = useState({ to, ...draft });
  const [problem, setProblem] = useState<string | null>(null);
  const [sending, setSending] = useState(false);
  const field = (name: keyof typeof said) => ({
    value: said[name],
    onChange: (event: { currentTarget: { value: string } }) => setSaid({ ...said, [name]: event.currentTarget.value }),
  });
  const send = async () => {
    setSending(true);
    const result = await remindAction({ about, ...said }).catch(() => ({
      ok: false as const,
      problem: 'The server did not answer: nothing was sent. What you wrote is still here.',
    }));
    setSending(false);
    if (!result.ok) return setProblem(result.problem);
    toast('Queued to send.');
    done();
  };
  return (
    <form
      className="space-y-3"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <FormField label="To" type="email" placeholder="their e-mail address" {...field('to')} />
      <FormField label="Subject" {...field('subject')} />
      <FormField label="Message" lines={10} {...(field('text') as object)} />
      {problem && <FormProblem>{problem}</FormProblem>}
      <Button type="submit" look="next" disabled={sending} className="w-full">
        {sending ? 'Sending…' : 'Send'}
      </Button>
    </form>
  );
}
