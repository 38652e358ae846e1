'use client';

import { useRouter } from 'next/navigation';
import { forgetJobs } from '../../../client/on-this-device';
import { authenticationClient } from './authentication-client';

/** What came of trying to sign in: in, asked for a second step, or not, and why. */
export type SignedIn =
  { readonly is: 'in' } | { readonly is: 'asked for a code' } | { readonly is: 'not'; readonly problem: string };

type Answer = {
  readonly data?: unknown;
  readonly error: { readonly status: number; readonly message?: string | undefined } | null;
};
const silent = (): Answer => ({ error: { status: 0 } });

/** Signs somebody in, by any of the ways, and goes to their jobs. */
export function useSignIn() {
  const router = useRouter();
  const enter = async ({ data, error }: Answer, wrong: string): Promise<SignedIn> => {
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
    router.replace('/');
    router.refresh();
    return { is: 'in' };
  };
  const { signIn, twoFactor } = authenticationClient;
  return {
    withPassword: async (email: string, password: string) =>
      enter(await signIn.email({ email, password }).catch(silent), 'That e-mail and password do not go together.'),
    withCode: async (code: string) =>
      enter(
        await twoFactor.verifyTotp({ code }).catch(silent),
        'That is not the current code. After five wrong codes, sign in again.',
      ),
    withRecoveryCode: async (code: string) =>
      enter(
        await twoFactor.verifyBackupCode({ code }).catch(silent),
        'That recovery code is wrong or was used before.',
      ),
    withPasskey: async () =>
      enter(
        (await signIn.passkey().catch(silent)) ?? silent(),
        'No passkey was used. Try again, or use your password.',
      ),
  };
}

/** What is wrong, for a form that shows it; null where nothing is. */
export const problemOf = (signedIn: SignedIn): string | null => (signedIn.is === 'not' ? signedIn.problem : null);
