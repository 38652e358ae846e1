'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { FindAnything } from './find-anything';
import { DeviceState } from './device-state';
import { housePages } from './house-pages';
import { PersonMenu } from './person-menu';

/** Pages that tell themselves whether what is recorded there is sent. */
const recording = ['/diary', '/clients', '/installations', '/money', '/firm'];

/** Above every page of the firm: the ways to the others, anything by a few letters, and who is signed in. */
export function HouseHead({
  person,
}: {
  person: { readonly id: string; readonly name: string; readonly firmId: string };
}) {
  const at = usePathname();
  const isAt = (href: string) =>
    href === '/'
      ? at === '/' || at === '/jobs'
      : at.startsWith(href) || (href === '/clients' && at.startsWith('/installations'));
  return (
    <header className="flex min-h-14 flex-wrap items-center gap-x-5 border-b border-rule-strong">
      <Link href="/" className="font-serif text-lg font-semibold max-md:hidden">
        Orange Ledger
      </Link>
      <nav aria-label="Pages" className="flex min-w-0 flex-1 overflow-x-auto max-md:order-last max-md:basis-full">
        {housePages.map(({ says, href }) => (
          <Link
            key={href}
            href={href}
            aria-current={isAt(href) ? 'page' : undefined}
            className="flex min-h-14 items-center whitespace-nowrap border-b-[3px] max-md:min-h-11 border-transparent px-3 hover:bg-hover aria-[current]:border-ink aria-[current]:font-semibold"
          >
            {says}
          </Link>
        ))}
      </nav>
      <FindAnything />
      <DeviceState personId={person.id} firmId={person.firmId} quiet={recording.some((href) => at.startsWith(href))} />
      <PersonMenu name={person.name} />
    </header>
  );
}
