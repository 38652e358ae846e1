'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useRef, useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import type { OfferedTo } from '../../server/options';
import { Button } from '../../ui/button';
import { FormField, FormProblem } from '../../ui/form-field';
import { ToggleGroup } from '../../ui/toggle-group';
import { acceptByLinkAction } from '../links/actions';
import { type AcceptFields, acceptFields } from '../links/fields';
import { Comparison } from './comparison';

/** The ways to put it right, to whoever holds the link: compared side by side, and one accepted. */
export function ChooseView({ offered, token }: { offered: OfferedTo; token: string }) {
  const { firm, offer, name, isPast } = offered;
  const [problem, setProblem] = useState<string | null>(null);
  const [done, setDone] = useState<string | null>(null);
  const { register, control, handleSubmit, setValue, setFocus, formState } = useForm<AcceptFields>({
    resolver: zodResolver(acceptFields),
    defaultValues: { by: name, words: '' },
  });
  const { errors, isSubmitting } = formState;
  const at = useWatch({ control, name: 'chosen' });
  const chosen = offer.options[at];
  const form = useRef<HTMLFormElement>(null);
  const accept = handleSubmit(async (fields) => {
    setProblem(null);
    const taken = await acceptByLinkAction(token, fields).catch(() => ({
      ok: false as const,
      problem: 'No connection. Nothing was sent. Try again when you are online.',
    }));
    if (taken.ok) setDone(offer.options[fields.chosen]?.title ?? '');
    else setProblem(taken.problem);
  });
  return (
    <main className="mx-auto max-w-6xl space-y-6 px-4 py-6">
      <header className="border-b border-rule-strong pb-3">
        <p className="text-sm text-faint">
          {firm.name}, for {offer.address.split(/\s*\n\s*/).join(', ')}
        </p>
        <h1 className="text-2xl">Remedial options</h1>
      </header>
      {done !== null && (
        <p role="status" className="text-lg font-semibold">
          ✓ You accepted: {done}. They will contact you to arrange a date. This link cannot be used again.
        </p>
      )}
      <Comparison
        offer={offer}
        foot={(index) =>
          done === null &&
          !isPast && (
            <Button
              className="mt-2 min-h-11 w-full"
              aria-pressed={index === at}
              onClick={() => {
                setValue('chosen', index);
                form.current?.scrollIntoView({ block: 'nearest' });
                setFocus('by');
              }}
            >
              {index === at ? '✓ Chosen. Accept it below.' : 'Choose this option'}
            </Button>
          )
        }
      />
      {done === null && isPast && (
        <p className="border-l-4 border-ink pl-3 font-semibold">
          These prices have expired. Ask {firm.name} for new prices{firm.telephone && `, ${firm.telephone}`}.
        </p>
      )}
      {done === null && !isPast && (
        <form
          ref={form}
          aria-label="Accept an option"
          onSubmit={(event) => void accept(event)}
          noValidate
          className="max-w-xl space-y-3 border-t border-rule-strong pt-3"
        >
          <h2 className="text-lg">Accept an option</h2>
          <Controller
            control={control}
            name="chosen"
            render={({ field }) => (
              <ToggleGroup
                label="Option"
                className="font-semibold"
                value={field.value === undefined ? null : String(field.value)}
                onChange={(value) => field.onChange(Number(value))}
                choices={offer.options.map(({ total }, index) => ({
                  value: String(index),
                  face: `${index + 1}: ${total}`,
                }))}
              />
            )}
          />
          {errors.chosen && <FormProblem>Choose an option.</FormProblem>}
          <FormField lines={2} label="Anything to add" problem={errors.words?.message} {...register('words')} />
          <FormField label="Your name" autoComplete="name" problem={errors.by?.message} {...register('by')} />
          {problem && <FormProblem>{problem}</FormProblem>}
          <Button type="submit" look="next" disabled={isSubmitting} className="min-h-11 w-full">
            {isSubmitting ? 'Sending…' : chosen ? `Accept “${chosen.title}” for ${chosen.total}` : 'Accept'}
          </Button>
          <p className="text-sm text-faint">
            Your name, the time and the network address you accept from are kept with it.
            {firm.telephone && ` If in doubt, call ${firm.telephone} first.`}
          </p>
        </form>
      )}
    </main>
  );
}
