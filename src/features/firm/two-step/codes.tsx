'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '../../../ui/button';
import { Dialog } from '../../../ui/dialog';
import { AskOne } from '../ask-one';
import { appCode, ownPassword } from '../fields';
import { authenticationClient } from '../../../client/authentication-client';
import { unanswered } from '../unanswered';

type Act = 'set up' | 'new recovery codes' | 'turn off';
/** The secret as a picture and as text, until a code of it was given. */
type Secret = { readonly picture: string; readonly text: string };

const titles: { [A in Act]: string } = {
  'set up': 'Codes from an app',
  'new recovery codes': 'New recovery codes',
  'turn off': 'Turn off codes',
};
const silent = () => ({ data: null, error: { status: 0 } });
const whyNot = ({ status }: { readonly status: number }): string =>
  status === 0 || status >= 500
    ? unanswered().problem
    : status === 429
      ? 'Too many tries. Wait a minute, then try again.'
      : 'That is not your password: nothing was changed.';

async function secretOf(uri: string): Promise<Secret> {
  const { toDataURL } = await import('qrcode');
  return {
    picture: await toDataURL(uri, { margin: 2, width: 220 }),
    text: new URL(uri).searchParams.get('secret') ?? '',
  };
}

/** Codes from an app beside the password, and the recovery codes that stand in for the app. */
export function Codes({ isSet, mayChange }: { isSet: boolean; mayChange: boolean }) {
  const router = useRouter();
  const [act, setAct] = useState<Act | null>(null);
  const [secret, setSecret] = useState<Secret | null>(null);
  const [recovery, setRecovery] = useState<readonly string[]>([]);
  const [isProved, setIsProved] = useState(false);
  const leave = () => {
    setAct(null);
    setSecret(null);
    setRecovery([]);
    setIsProved(false);
    router.refresh();
  };
  const { twoFactor } = authenticationClient;
  const withPassword = async (password: string): Promise<string | null> => {
    if (act === 'turn off') {
      const { error } = await twoFactor.disable({ password }).catch(silent);
      if (!error) leave();
      return error && whyNot(error);
    }
    if (act === 'new recovery codes') {
      const { data, error } = await twoFactor.generateBackupCodes({ password }).catch(silent);
      if (data) {
        setRecovery(data.backupCodes);
        setIsProved(true);
      }
      return error && whyNot(error);
    }
    const { data, error } = await twoFactor.enable({ password, method: 'totp' }).catch(silent);
    if (data && 'totpURI' in data) {
      setSecret(await secretOf(data.totpURI));
      setRecovery(data.backupCodes);
    }
    return error && whyNot(error);
  };
  const withCode = async (code: string): Promise<string | null> => {
    const { error } = await twoFactor.verifyTotp({ code }).catch(silent);
    if (error) return error.status === 0 ? unanswered().problem : 'That is not the current code. Try the next one.';
    setIsProved(true);
    return null;
  };
  return (
    <div className="space-y-2">
      <h3 className="text-base">Codes from an app</h3>
      <p className="text-sm text-faint">
        {isSet
          ? 'On. You enter a code from your app when you sign in with your password.'
          : 'An authenticator app on your phone shows six digits. You enter them when you sign in.'}
      </p>
      <div className="flex flex-wrap gap-3">
        {!isSet && (
          <Button disabled={!mayChange} className="max-md:min-h-11" onClick={() => setAct('set up')}>
            Set up codes
          </Button>
        )}
        {isSet && (
          <>
            <Button disabled={!mayChange} className="max-md:min-h-11" onClick={() => setAct('new recovery codes')}>
              New recovery codes
            </Button>
            <Button look="quiet" disabled={!mayChange} className="max-md:min-h-11" onClick={() => setAct('turn off')}>
              Turn off codes
            </Button>
          </>
        )}
      </div>
      <Dialog open={act !== null} onOpenChange={(open) => !open && leave()} title={act ? titles[act] : ''}>
        {isProved ? (
          <RecoveryCodes codes={recovery} done={leave} />
        ) : secret ? (
          <>
            <p>Scan this with your app, or type the key.</p>
            {/* eslint-disable-next-line @next/next/no-img-element -- made here, of a secret: nothing fetches it */}
            <img src={secret.picture} alt="The key as a QR code" width={220} height={220} className="my-2 bg-white" />
            <p className="break-all select-all font-mono text-sm">{secret.text}</p>
            <AskOne
              key="code"
              label="Six digits the app shows now"
              inputMode="numeric"
              autoComplete="one-time-code"
              act="Verify code"
              schema={appCode}
              send={withCode}
            />
          </>
        ) : (
          <AskOne
            key="password"
            label="Your password"
            type="password"
            autoComplete="current-password"
            act={act === 'turn off' ? 'Turn off codes' : 'Continue'}
            schema={ownPassword}
            send={withPassword}
          />
        )}
      </Dialog>
    </div>
  );
}

/** Shown once: what gets somebody in when the phone is gone. */
function RecoveryCodes({ codes, done }: { codes: readonly string[]; done: () => void }) {
  return (
    <div className="space-y-3">
      <p className="font-semibold">Write these codes down. Each one signs you in once, without the app.</p>
      <ul aria-label="Recovery codes" className="grid grid-cols-2 gap-x-6 gap-y-1 font-mono select-all">
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ul>
      <p className="text-sm text-faint">They are not shown again. New codes replace them.</p>
      <div className="flex flex-wrap gap-3">
        <Button
          className="max-md:min-h-11"
          onClick={() => void navigator.clipboard.writeText(codes.join('\n')).catch(() => undefined)}
        >
          Copy
        </Button>
        <Button look="next" className="max-md:min-h-11" onClick={done}>
          Done
        </Button>
      </div>
    </div>
  );
}
