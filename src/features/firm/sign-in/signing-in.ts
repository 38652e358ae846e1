import { forgetJobs } from '../../../client/on-this-device';
import { authenticationClient } from '../../../client/authentication-client';

export { signInFields } from '../fields';

/** What came of trying to sign in: in, asked for a second step, or not, and why. */
export type SignedIn =
  { readonly is: 'in' } | { readonly is: 'asked for a code' } | { readonly is: 'not'; readonly problem: string };

type Answer = {
  readonly data?: unknown;
  readonly error: { readonly status: number; readonly message?: string | undefined } | null;
};
const silent = (): Answer => ({ error: { status: 0 } });

async function cameOf({ data, error }: Answer, wrong: string): Promise<SignedIn> {
  if (error?.status === 429)
    return { is: 'not', problem: error.message ?? 'Too many tries. Wait a minute, then try again.' };
  if (error)
    return {
      is: 'not',
      problem:
        error.status === 0 || error.status >= 500 ? 'The server did not answer. Nothing was lost; try again.' : wrong,
    };
  if ((data as { twoFactorRedirect?: boolean } | null)?.twoFactorRedirect) return { is: 'asked for a code' };
  await forgetJobs();
  return { is: 'in' };
}

const { signIn, twoFactor } = authenticationClient;

export const withPassword = async (email: string, password: string): Promise<SignedIn> =>
  cameOf(await signIn.email({ email, password }).catch(silent), 'Wrong e-mail or password.');

export const withCode = async (code: string): Promise<SignedIn> =>
  cameOf(
    await twoFactor.verifyTotp({ code }).catch(silent),
    'That is not the current code. After five wrong codes, sign in again.',
  );

export const withRecoveryCode = async (code: string): Promise<SignedIn> =>
  cameOf(await twoFactor.verifyBackupCode({ code }).catch(silent), 'That recovery code is wrong or was used before.');

export const withPasskey = async (): Promise<SignedIn> =>
  cameOf((await signIn.passkey().catch(silent)) ?? silent(), 'No passkey was used. Try again, or use your password.');
