'use client';

import { useDark } from '../../ui/dark';
import { Menu } from '../../ui/menu';
import { useSignOut } from './use-sign-out';

/** Who is signed in, and what is theirs. */
export function PersonMenu({ name }: { name: string }) {
  const signOut = useSignOut();
  const [dark, setDark] = useDark();
  return (
    <Menu
      label={name}
      items={[
        { says: 'Your account', href: '/account' },
        { says: 'Company', href: '/firm' },
        { says: 'Practice', href: '/practice' },
        { says: dark ? 'Light mode' : 'Dark mode', run: () => setDark(!dark) },
        { says: 'Sign out', run: () => void signOut() },
      ]}
    />
  );
}
