import type { Metadata } from 'next';
import Link from 'next/link';
import { redirect } from 'next/navigation';
import { SignInForm } from '../../features/firm/sign-in/sign-in-form';
import { whoIsAsking } from '../../server/who';

export const metadata: Metadata = { title: 'Sign in' };

export default async function SignInPage() {
  if (await whoIsAsking()) redirect('/');
  return (
    <main className="mx-auto grid min-h-dvh max-w-5xl items-center gap-10 p-6 md:grid-cols-2">
      <div className="margin-line space-y-4 pl-6">
        <h1 className="text-4xl">Orange Ledger</h1>
        <p className="max-w-sm text-lg">Does the arithmetic, keeps the record and drafts each judgement. You decide.</p>
        <p className="max-w-sm text-sm text-faint">
          For competent persons. Live testing can kill. Work to the current standard, local law and your own risk
          assessment.
        </p>
        <p className="max-w-sm">
          <Link href="/practice" className="font-semibold underline underline-offset-4">
            Practise on a simulated property
          </Link>
          <span className="block text-sm text-faint">No account or connection needed.</span>
        </p>
      </div>
      <div className="border border-rule bg-sheet p-6">
        <SignInForm />
      </div>
    </main>
  );
}
