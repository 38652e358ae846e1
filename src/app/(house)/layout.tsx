import Link from 'next/link';
import type { ReactNode } from 'react';
import { HouseHead } from '../../features/house/house-head';
import { requireAsker } from '../../server/who';

/** The pages of the firm, each a way from the others. */
export default async function HouseLayout({ children }: { children: ReactNode }) {
  const { id, name, firmId, heldBack } = await requireAsker();
  return (
    <div className="mx-auto max-w-6xl px-4 pb-16">
      <HouseHead person={{ id, name, firmId }} />
      {heldBack && (
        <p role="status" className="margin-line mt-3 pl-3 text-sm">
          <strong>Your firm requires two-step sign-in for supervisors.</strong> Until you sign in with it you cannot act
          as supervisor.{' '}
          <Link href="/account#two-step" className="font-semibold underline underline-offset-4">
            Your account
          </Link>
        </p>
      )}
      <main>{children}</main>
    </div>
  );
}
