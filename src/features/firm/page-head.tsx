import Link from 'next/link';
import type { ReactNode } from 'react';

/** Above the pages of a firm and of a person: the way back, and what the page is about. */
export function PageHead({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <header className="flex min-h-14 flex-wrap items-center gap-4 border-b border-rule-strong">
      <Link href="/" className="font-serif text-lg font-semibold max-sm:hidden">
        Orange Ledger
      </Link>
      <h1 className="flex-1 text-xl">{title}</h1>
      {children}
      <Link href="/" className="text-sm underline underline-offset-4">
        Jobs
      </Link>
    </header>
  );
}
