'use client';

import { createAuthClient } from 'better-auth/react';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import { Button } from '../../ui/button';
import { forgetJobs } from '../ledger/on-this-device';

const client = createAuthClient();

export function SignInForm() {
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  async function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    setBusy(true);
    setProblem(null);
    const result = await client.signIn
      .email({ email: String(form.get('email')), password: String(form.get('password')) })
      .catch(() => ({ error: { status: 0, message: undefined } }));
    setBusy(false);
    if (!result.error) {
      await forgetJobs();
      router.replace('/');
      router.refresh();
      return;
    }
    const { status, message } = result.error;
    setProblem(
      status === 429
        ? (message ?? 'Too many tries. Wait a minute, then try again.')
        : status === 0 || status >= 500
          ? 'The server did not answer. Nothing was lost; try again.'
          : 'That e-mail and password do not go together.',
    );
  }

  const input = 'min-h-11 w-full rounded-md border border-rule-strong bg-sheet px-3';
  return (
    <form onSubmit={submit} className="space-y-4">
      <label className="block space-y-1">
        <span className="text-sm font-semibold">E-mail</span>
        <input name="email" type="email" required autoComplete="username" className={input} />
      </label>
      <label className="block space-y-1">
        <span className="text-sm font-semibold">Password</span>
        <input name="password" type="password" required autoComplete="current-password" className={input} />
      </label>
      {problem && (
        <p role="alert" className="border-l-4 border-ink pl-3 text-sm font-semibold">
          {problem}
        </p>
      )}
      <Button type="submit" look="next" disabled={busy} className="min-h-11 w-full">
        {busy ? 'Signing in…' : 'Sign in'}
      </Button>
    </form>
  );
}

/** Ends the session here. Entries not sent yet stay in this browser. */
export function SignOutButton() {
  const router = useRouter();
  return (
    <Button
      look="quiet"
      onClick={async () => {
        const ended = await client.signOut().catch(() => null);
        if (!ended || ended.error) return void toast('The server did not answer: you are still signed in. Sign out again when the network is back.');
        await forgetJobs();
        router.replace('/sign-in');
        router.refresh();
      }}
    >
      Sign out
    </Button>
  );
}
