import type { Metadata } from 'next';
import Link from 'next/link';
import { connection } from 'next/server';
import { JoinForm } from '../../../features/firm/join-form';
import { openInvitation } from '../../../server/firms';
import { firmParticulars } from '../../../server/people';

export const metadata: Metadata = { title: 'Join', robots: { index: false }, referrer: 'no-referrer' };

export default async function JoinPage({ params }: { params: Promise<{ token: string }> }) {
  await connection();
  const { token } = await params;
  const open = token.length <= 100 ? await openInvitation(token) : null;
  return (
    <main className="mx-auto max-w-md p-6 pt-14">
      {open ? (
        <div className="border border-rule bg-sheet p-6">
          <h1 className="pb-1 text-2xl">Join {(await firmParticulars(open.firmId)).name}</h1>
          <p className="pb-4 text-sm text-faint">You are invited as {open.position}. The link works once.</p>
          <JoinForm token={token} name={open.name} />
        </div>
      ) : (
        <>
          <h1 className="pb-2 text-2xl">This invitation no longer works</h1>
          <p>
            It was used, withdrawn or has expired. Ask the sender for another, or{' '}
            <Link href="/sign-in" className="underline underline-offset-4">
              sign in
            </Link>
            .
          </p>
        </>
      )}
    </main>
  );
}
