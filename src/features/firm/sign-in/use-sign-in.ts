'use client';

import { useRouter } from 'next/navigation';
import { forgetJobs } from '../../../client/on-this-device';
import { authenticationClient } from './authentication-client';

/** Signs somebody in and goes to their jobs; answers what is wrong, or null. */
export function useSignIn(): (email: string, password: string) => Promise<string | null> {
  const router = useRouter();
  return async (email, password) => {
    const { error } = await authenticationClient.signIn
      .email({ email, password })
      .catch(() => ({ error: { status: 0, message: undefined } }));
    if (!error) {
      await forgetJobs();
      router.replace('/');
      router.refresh();
      return null;
    }
    if (error.status === 429) return error.message ?? 'Too many tries. Wait a minute, then try again.';
    return error.status === 0 || error.status >= 500
      ? 'The server did not answer. Nothing was lost; try again.'
      : 'That e-mail and password do not go together.';
  };
}
