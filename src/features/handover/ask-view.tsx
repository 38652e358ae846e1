'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import type { AskedOne } from '../../server/questions';
import { Button } from '../../ui/button';
import { FormField, FormProblem } from '../../ui/form-field';
import { ToggleGroup } from '../../ui/toggle-group';
import { answerByLinkAction } from '../links/actions';
import { type AnswerFields, answerFields } from '../links/fields';

const faces = { yes: 'Yes', no: 'No', 'in words': 'In my own words' } as const;

/** One question, to whoever holds its link: the question large, then the answer. */
export function AskView({ asked, token }: { asked: AskedOne; token: string }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [done, setDone] = useState(false);
  const { register, control, handleSubmit, formState } = useForm<AnswerFields>({
    resolver: zodResolver(answerFields),
    defaultValues: { by: asked.name, words: '' },
  });
  const { errors, isSubmitting } = formState;
  const answer = handleSubmit(async (fields) => {
    setProblem(null);
    const given = await answerByLinkAction(token, fields).catch(() => ({
      ok: false as const,
      problem: 'No connection. Nothing was sent. Try again when you are online.',
    }));
    if (given.ok) setDone(true);
    else setProblem(given.problem);
  });
  return (
    <main className="mx-auto max-w-xl space-y-5 px-4 py-6">
      <header className="border-b border-rule-strong pb-3">
        <p className="text-sm text-faint">
          {asked.firm} is working at {asked.address.split(/\s*\n\s*/).join(', ')} and asks
        </p>
        <h1 className="whitespace-pre-line text-2xl">{asked.what}</h1>
        {asked.where && <p>{asked.where}</p>}
        {asked.pictures.map(({ source, caption, width, height }) => (
          <figure key={source.slice(-40)} className="pt-2">
            {/* eslint-disable-next-line @next/next/no-img-element -- it comes with the page, no file of the site */}
            <img
              src={source}
              alt={caption || 'Question about'}
              width={width}
              height={height}
              className="h-auto w-full"
            />
            {caption && <figcaption className="text-sm text-faint">{caption}</figcaption>}
          </figure>
        ))}
      </header>
      {done ? (
        <p role="status" className="text-lg font-semibold">
          ✓ Your answer was sent. Thank you. This link cannot be used again.
        </p>
      ) : (
        <form onSubmit={(event) => void answer(event)} noValidate className="space-y-3">
          <Controller
            control={control}
            name="answer"
            render={({ field }) => (
              <ToggleGroup
                label="Your answer"
                className="text-lg font-semibold"
                value={field.value ?? null}
                onChange={field.onChange}
                choices={(['yes', 'no', 'in words'] as const).map((value) => ({ value, face: faces[value] }))}
              />
            )}
          />
          {errors.answer && <FormProblem>Choose an answer.</FormProblem>}
          <FormField lines={3} label="Anything to add" problem={errors.words?.message} {...register('words')} />
          <FormField label="Your name" autoComplete="name" problem={errors.by?.message} {...register('by')} />
          {problem && <FormProblem>{problem}</FormProblem>}
          <Button type="submit" look="next" disabled={isSubmitting} className="min-h-11 w-full">
            {isSubmitting ? 'Sending…' : 'Send answer'}
          </Button>
          <p className="text-sm text-faint">
            Your name, the time and the network address you answer from are kept with it.
            {asked.telephone && ` If in doubt, call ${asked.telephone}.`}
          </p>
        </form>
      )}
    </main>
  );
}
