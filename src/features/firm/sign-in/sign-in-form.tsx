'use client';

import dynamic from 'next/dynamic';
import Link from 'next/link';
import { type FormEvent, useState, useSyncExternalStore, useTransition } from 'react';
import { usePasskeys } from '../../../client/use-passkeys';
import { Button } from '../../../ui/button';
import { FormField, FormProblem } from '../../../ui/form-field';
import type { SignedIn } from './signing-in';
import { useEnter } from './use-enter';

/** What signs in is fetched while somebody types: the page itself is two fields. */
const signingIn = () => import('./signing-in');
const SecondStep = dynamic(() => import('./second-step').then((module) => module.SecondStep), { ssr: false });

const never = () => () => undefined;

type Problems = { readonly email?: string; readonly password?: string; readonly whole?: string };

const unreachable: SignedIn = { is: 'not', problem: 'The server did not answer. Nothing was lost; try again.' };

/** Asks for e-mail and password, and for a code where somebody has set up a second step; or for a passkey. */
export function SignInForm() {
  const [isAsked, setIsAsked] = useState(false);
  const [problems, setProblems] = useState<Problems>({});
  const [busy, start] = useTransition();
  const passkeys = usePasskeys();
  // Pressed before the page listens, the form would be sent by the browser and come back empty.
  const listens = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  const goOn = useEnter();
  const enter = (signedIn: SignedIn): string | null => {
    setIsAsked((asked) => asked || signedIn.is === 'asked for a code');
    return goOn(signedIn);
  };
  const attempt = (how: (by: Awaited<ReturnType<typeof signingIn>>) => Promise<Problems>) =>
    start(async () => {
      setProblems({});
      const by = await signingIn().catch(() => null);
      setProblems(by ? await how(by) : { whole: enter(unreachable) ?? '' });
    });
  const withPassword = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const typed = Object.fromEntries(new FormData(event.currentTarget));
    attempt(async ({ signInFields, withPassword }) => {
      const read = signInFields.safeParse(typed);
      if (!read.success)
        return Object.fromEntries(read.error.issues.map(({ path, message }) => [String(path[0]), message]).reverse());
      return { whole: enter(await withPassword(read.data.email, read.data.password)) ?? '' };
    });
  };
  if (isAsked) return <SecondStep enter={enter} cancel={() => setIsAsked(false)} />;
  return (
    // Whatever sends it without our script never writes the password into the address.
    <form method="post" onSubmit={withPassword} onFocus={() => void signingIn()} noValidate className="space-y-4">
      <FormField label="E-mail" type="email" name="email" autoComplete="username" problem={problems.email} />
      <FormField
        label="Password"
        type="password"
        name="password"
        autoComplete="current-password"
        problem={problems.password}
      />
      {problems.whole && <FormProblem>{problems.whole}</FormProblem>}
      <Button type="submit" look="next" disabled={busy || !listens} className="min-h-11 w-full">
        {busy ? 'Signing in…' : 'Sign in'}
      </Button>
      {passkeys && (
        <Button
          className="min-h-11 w-full"
          disabled={busy}
          onClick={() => attempt(async ({ withPasskey }) => ({ whole: enter(await withPasskey()) ?? '' }))}
        >
          Sign in with a passkey
        </Button>
      )}
      <Link href="/sign-in/link" className="block text-sm underline">
        Forgot password?
      </Link>
    </form>
  );
}
