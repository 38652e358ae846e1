'use client';

import { useState } from 'react';
import { Button } from '../../../ui/button';
import { AskOne } from '../ask-one';
import { appCode, recoveryCode } from '../fields';
import { type SignedIn, withCode, withRecoveryCode } from './signing-in';

type Props = {
  /** Goes on where somebody is in; what is wrong otherwise. */
  readonly enter: (signedIn: SignedIn) => string | null;
  readonly cancel: () => void;
};

/** The second step: the code an app shows, or one of the recovery codes kept for a lost phone. */
export function SecondStep({ enter, cancel }: Props) {
  const [recovers, setRecovers] = useState(false);
  return (
    <div className="space-y-4">
      <h2 className="text-xl">{recovers ? 'Enter a recovery code' : 'Enter the code from your app'}</h2>
      {recovers ? (
        <AskOne
          key="recovery"
          label="Recovery code"
          autoComplete="one-time-code"
          hint="Each code works once."
          act="Sign in"
          busy="Signing in…"
          schema={recoveryCode}
          send={async (code) => enter(await withRecoveryCode(code))}
        />
      ) : (
        <AskOne
          key="app"
          label="Six digits"
          inputMode="numeric"
          autoComplete="one-time-code"
          hint="The code changes every 30 seconds."
          act="Sign in"
          busy="Signing in…"
          schema={appCode}
          send={async (code) => enter(await withCode(code))}
        />
      )}
      <div className="flex flex-wrap justify-between gap-3">
        <Button look="quiet" className="max-md:min-h-11" onClick={() => setRecovers(!recovers)}>
          {recovers ? 'Use the app instead' : 'Lost your phone? Use a recovery code'}
        </Button>
        <Button look="quiet" className="max-md:min-h-11" onClick={cancel}>
          Cancel
        </Button>
      </div>
    </div>
  );
}
