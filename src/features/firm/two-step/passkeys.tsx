'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { formatDistanceToNow } from 'date-fns/formatDistanceToNow';
import { enGB } from 'date-fns/locale/en-GB';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import type * as z from 'zod';
import { usePasskeys } from '../../../client/use-passkeys';
import type { OwnPasskey } from '../../../server/two-step';
import { Button } from '../../../ui/button';
import { Dialog } from '../../../ui/dialog';
import { FormField, FormProblem } from '../../../ui/form-field';
import { confirmAction } from '../actions';
import { newPasskeyFields, ownPasswordFields } from '../fields';
import { authenticationClient } from '../sign-in/authentication-client';
import { unanswered } from '../unanswered';

type Fields = z.infer<typeof newPasskeyFields>;
type Asked = { readonly act: 'add' } | { readonly act: 'remove'; readonly passkey: OwnPasskey };

const silent = () => ({ error: { status: 0, message: undefined } });

/** The passkeys of the person signed in. Each change asks for the password: an open phone in a van is not enough. */
export function Passkeys({ passkeys, mayChange }: { passkeys: readonly OwnPasskey[]; mayChange: boolean }) {
  const router = useRouter();
  const knows = usePasskeys();
  const [asked, setAsked] = useState<Asked | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const { register, handleSubmit, reset, formState } = useForm<Fields>({
    resolver: zodResolver(asked?.act === 'add' ? newPasskeyFields : ownPasswordFields) as never,
    defaultValues: { name: '', password: '' },
  });
  const { errors, isSubmitting } = formState;
  const leave = () => {
    setAsked(null);
    setProblem(null);
    reset();
  };
  const change = handleSubmit(async ({ password, name }) => {
    setProblem(null);
    const confirmed = await confirmAction(password).catch(unanswered);
    if (!confirmed.ok) return setProblem(confirmed.problem);
    const { passkey } = authenticationClient;
    const done =
      (await (
        asked?.act === 'remove' ? passkey.deletePasskey({ id: asked.passkey.id }) : passkey.addPasskey({ name })
      ).catch(silent)) ?? silent();
    if (done.error)
      return setProblem(
        done.error.status === 0
          ? 'No passkey was made: nothing was changed. Try again.'
          : (done.error.message ?? 'The server did not take it: nothing was changed.'),
      );
    leave();
    router.refresh();
  });
  return (
    <div className="space-y-2">
      <h3 className="text-base">Passkeys</h3>
      <p className="text-sm text-faint">
        Sign in, and sign documents, with the fingerprint, face or PIN of your phone or computer.
      </p>
      {passkeys.length > 0 && (
        <ul aria-label="Your passkeys">
          {passkeys.map((passkey) => (
            <li key={passkey.id} className="flex min-h-11 items-center gap-3 border-b border-rule py-1">
              <span className="min-w-0 flex-1">
                <span className="block truncate">{passkey.name}</span>
                <span className="text-sm text-faint" suppressHydrationWarning>
                  added {formatDistanceToNow(new Date(passkey.since), { addSuffix: true, locale: enGB })}
                </span>
              </span>
              <Button
                disabled={!mayChange}
                aria-label={`Remove ${passkey.name}`}
                onClick={() => setAsked({ act: 'remove', passkey })}
              >
                Remove
              </Button>
            </li>
          ))}
        </ul>
      )}
      {knows ? (
        <Button disabled={!mayChange} className="max-md:min-h-11" onClick={() => setAsked({ act: 'add' })}>
          Add a passkey
        </Button>
      ) : (
        <p className="text-sm">This browser, at this address, cannot make one. Codes from an app work everywhere.</p>
      )}
      <Dialog
        open={asked !== null}
        onOpenChange={(open) => !open && leave()}
        title={asked?.act === 'remove' ? `Remove ${asked.passkey.name}` : 'Add a passkey'}
      >
        <form onSubmit={(event) => void change(event)} noValidate className="space-y-3">
          {asked?.act === 'add' && (
            <FormField
              label="What to call it"
              hint="Such as the phone it is on."
              problem={errors.name?.message}
              {...register('name')}
            />
          )}
          <FormField
            label="Your password"
            type="password"
            autoComplete="current-password"
            problem={errors.password?.message}
            {...register('password')}
          />
          {problem && <FormProblem>{problem}</FormProblem>}
          <Button type="submit" look="next" disabled={isSubmitting} className="min-h-11 w-full">
            {asked?.act === 'remove' ? 'Remove it' : 'Add it'}
          </Button>
        </form>
      </Dialog>
    </div>
  );
}
