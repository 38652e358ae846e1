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
        <p className="max-w-sm text-lg">
          The arithmetic, the record and the first draft of every judgement. The decision stays with you.
        </p>
        <p className="max-w-sm text-sm text-faint">
          For competent persons. Live testing can kill: work to the current standard, the law where you are, and your
          own risk assessment.
        </p>
        <p className="max-w-sm">
          <Link href="/practice" className="font-semibold underline underline-offset-4">
            Practise on a simulated property
          </Link>
          <span className="block text-sm text-faint">Without an account, and without a network.</span>
        </p>
      </div>
      <div className="border border-rule bg-sheet p-6">
        <SignInForm />
      </div>
    </main>
  );
}
