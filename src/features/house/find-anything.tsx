'use client';

import { usePathname, useRouter } from 'next/navigation';
import { useCallback, useState } from 'react';
import { type FirmFindable, firmFindables, inGroups } from '../../client/findable';
import { useDark } from '../../ui/dark';
import { Find } from '../../ui/find';
import { housePages } from './house-pages';

/** Anything the firm has, any page and action, by a few letters: on the pages that are no job's. */
export function FindAnything() {
  const router = useRouter();
  const [found, setFound] = useState<readonly FirmFindable[]>([]);
  const onOpen = useCallback(() => void firmFindables().then(setFound), []);
  const [dark, setDark] = useDark();
  const isHome = usePathname() === '/';
  // On the page itself the browser tells of a new hash; the router does not.
  const newJob = () => (isHome ? void (window.location.hash = 'new-job') : router.push('/#new-job'));
  const page = (says: string, address: string) => ({ id: address, says, run: () => router.push(address) });
  return (
    <Find
      hint="A job, document, client, address, telephone number, instrument, person, page"
      onOpen={onOpen}
      groups={() => [
        ...inGroups(found, (href) => router.push(href)),
        {
          name: 'Pages',
          items: [
            ...housePages.map(({ says, href }) => page(says, href)),
            page('All jobs: search', '/jobs'),
            page('Your account', '/account'),
            page('Practice', '/practice'),
          ],
        },
        {
          name: 'Actions',
          items: [
            { id: 'new-job', says: 'New job', run: newJob },
            page('Book visit', '/diary'),
            page('Add client', '/clients'),
            page('Add instrument', '/firm#instruments'),
            { id: 'dark', says: dark ? 'Light mode' : 'Dark mode', run: () => setDark(!dark) },
          ],
        },
      ]}
    />
  );
}
