import { useRouter } from 'next/navigation';
import { toast } from '../../ui/toast';

/** Ends the session here. Entries not sent yet stay in this browser. */
export function useSignOut(): () => Promise<void> {
  const router = useRouter();
  return async () => {
    const ended = await import('../../client/authentication-client')
      .then(({ authenticationClient }) => authenticationClient.signOut())
      .catch(() => null);
    if (!ended || ended.error)
      return void toast('No connection. You are still signed in. Sign out again when you are online.');
    await import('../../client/on-this-device').then(({ forgetJobs }) => forgetJobs());
    router.replace('/sign-in');
    router.refresh();
  };
}
