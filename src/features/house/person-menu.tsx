'use client';

import { Menu } from '../../ui/menu';
import { useSignOut } from './use-sign-out';

/** Who is signed in, and what is theirs. */
export function PersonMenu({ name }: { name: string }) {
  const signOut = useSignOut();
  return (
    <Menu
      label={name}
      items={[
        { says: 'Your account', href: '/account' },
        { says: 'Company', href: '/firm' },
        { says: 'Practice', href: '/practice' },
        { says: 'Sign out', run: () => void signOut() },
      ]}
    />
  );
}
