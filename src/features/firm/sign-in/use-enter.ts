'use client';

import { useRouter } from 'next/navigation';
import { useCallback } from 'react';
import type { SignedIn } from './signing-in';

/** Goes to the jobs where somebody is signed in; answers what is wrong where they are not, null otherwise. */
export function useEnter(): (signedIn: SignedIn) => string | null {
  const router = useRouter();
  return useCallback(
    (signedIn) => {
      if (signedIn.is === 'not') return signedIn.problem;
      if (signedIn.is === 'in') {
        router.replace('/');
        router.refresh();
      }
      return null;
    },
    [router],
  );
}
