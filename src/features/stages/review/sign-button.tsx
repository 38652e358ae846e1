'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState, useTransition } from 'react';
import { useForm } from 'react-hook-form';
import * as z from 'zod';
import { useJob } from '../../../client/job-provider';
import { usePasskeys } from '../../../client/use-passkeys';
import { deviceName } from '../../../client/use-stream';
import { Button } from '../../../ui/button';
import { Dialog } from '../../../ui/dialog';
import { FormField, FormProblem } from '../../../ui/form-field';
import { askPasskeyAction, signAction } from './sign';

const fields = z.object({ password: z.string().min(1, 'Enter your password to sign.').max(200) });

const unreached = 'No connection. Nothing was signed. Try again when you are online.';

type Props = {
  readonly role: string;
  readonly title: string;
  readonly statement: string;
  readonly disabled: boolean;
  readonly look: 'next' | 'plain';
};

/** Signs a declaration: its words once more, and the password that says it is you. */
export function SignButton({ role, title, statement, disabled, look }: Props) {
  const { job, jobId, document, me, refresh, practice, append } = useJob();
  const [open, setOpen] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { register, handleSubmit, reset, formState } = useForm<z.infer<typeof fields>>({
    resolver: zodResolver(fields),
  });
  const { errors, isSubmitting } = formState;
  const passkeys = usePasskeys();
  /** Up to what stands in the ledger now, and no further. */
  const declaration = () => ({
    jobId,
    documentId: document.id,
    role,
    upTo: Math.max(0, ...[...job.entries.values()].map(({ seq }) => seq ?? 0)),
  });
  const send = async (asked: Omit<Parameters<typeof signAction>[0], 'device'>) => {
    const result = await signAction({ ...asked, device: deviceName() }).catch(() => ({
      signed: false as const,
      reason: unreached,
    }));
    await refresh().catch(() => undefined);
    if (!result.signed) return setProblem(result.reason);
    setOpen(false);
    reset();
  };
  const sign = handleSubmit(async ({ password }) => {
    setProblem(null);
    await send({ ...declaration(), proof: { by: 'password', password } });
  });
  const [byPasskey, startPasskey] = useTransition();
  const signWithPasskey = async () => {
    setProblem(null);
    const signing = declaration();
    try {
      const { startAuthentication } = await import('@simplewebauthn/browser');
      const optionsJSON = await askPasskeyAction(signing);
      if (!optionsJSON) return setProblem('You have no passkey yet: add one under Your account, or use your password.');
      const answer = await startAuthentication({ optionsJSON }).catch(() => null);
      if (!answer) return setProblem('No passkey was used: nothing was signed.');
      await send({ ...signing, proof: { by: 'passkey', answer: { ...answer, response: { ...answer.response } } } });
    } catch {
      setProblem(unreached);
    }
  };
  if (practice) {
    // Nobody signs for anything here: a name stands for the step.
    const body = { documentId: document.id, role, name: me.name, position: me.position, statement };
    return (
      <Button look={look} disabled={disabled} onClick={() => append([{ kind: 'declaration.signed', body }])}>
        Sign, in practice
      </Button>
    );
  }
  return (
    <>
      <Button look={look} disabled={disabled} onClick={() => setOpen(true)}>
        Sign as {me.name}
      </Button>
      <Dialog
        open={open}
        onOpenChange={(next) => {
          setOpen(next);
          setProblem(null);
          reset();
        }}
        title={`${title} ${me.name}, ${me.position}`}
      >
        <form onSubmit={(event) => void sign(event)} noValidate className="space-y-3">
          <p>{statement}</p>
          <FormField
            label="Your password"
            type="password"
            autoComplete="current-password"
            hint="It covers everything recorded so far. Any later entry needs a new signature."
            problem={errors.password?.message}
            {...register('password')}
          />
          {problem && <FormProblem>{problem}</FormProblem>}
          <Button type="submit" look="next" disabled={isSubmitting} className="w-full">
            {isSubmitting ? 'Signing…' : 'Sign'}
          </Button>
          {passkeys && (
            <Button
              className="w-full max-md:min-h-11"
              disabled={isSubmitting || byPasskey}
              onClick={() => startPasskey(signWithPasskey)}
            >
              Sign with a passkey
            </Button>
          )}
        </form>
      </Dialog>
    </>
  );
}
