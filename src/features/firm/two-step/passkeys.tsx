'use client';

import { formatDistanceToNow } from 'date-fns/formatDistanceToNow';
import { enGB } from 'date-fns/locale/en-GB';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { usePasskeys } from '../../../client/use-passkeys';
import { deviceOf } from '../../../core/words/device';
import type { OwnPasskey } from '../../../server/two-step';
import { Button } from '../../../ui/button';
import { Dialog } from '../../../ui/dialog';
import { confirmAction } from '../actions';
import { AskOne } from '../ask-one';
import { ownPassword } from '../fields';
import { authenticationClient } from '../../../client/authentication-client';
import { unanswered } from '../unanswered';

type Asked = { readonly act: 'add' } | { readonly act: 'remove'; readonly passkey: OwnPasskey };

const silent = () => ({ error: { status: 0, message: undefined } });

/** The passkeys of the person signed in. Each change needs the password: an open phone in a van is not enough. */
export function Passkeys({ passkeys, mayChange }: { passkeys: readonly OwnPasskey[]; mayChange: boolean }) {
  const router = useRouter();
  const knows = usePasskeys();
  const [asked, setAsked] = useState<Asked | null>(null);
  const change = async (password: string): Promise<string | null> => {
    const confirmed = await confirmAction(password).catch(unanswered);
    if (!confirmed.ok) return confirmed.problem;
    const { passkey } = authenticationClient;
    const changing =
      asked?.act === 'remove'
        ? passkey.deletePasskey({ id: asked.passkey.id })
        : passkey.addPasskey({ name: deviceOf(navigator.userAgent) });
    const { error } = (await changing.catch(silent)) ?? silent();
    if (error?.status === 0) return 'No passkey was created: nothing was changed. Try again.';
    if (error) return error.message ?? 'The server refused it: nothing was changed.';
    setAsked(null);
    router.refresh();
    return null;
  };
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
                className="max-md:min-h-11"
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
          Add passkey
        </Button>
      ) : (
        <p className="text-sm">
          This browser cannot create a passkey at this address. Codes from an app work everywhere.
        </p>
      )}
      <Dialog
        open={asked !== null}
        onOpenChange={(open) => !open && setAsked(null)}
        title={asked?.act === 'remove' ? `Remove ${asked.passkey.name}` : 'Add passkey'}
      >
        <AskOne
          label="Your password"
          type="password"
          autoComplete="current-password"
          act={asked?.act === 'remove' ? 'Remove passkey' : 'Add passkey'}
          schema={ownPassword}
          send={change}
        />
      </Dialog>
    </div>
  );
}
