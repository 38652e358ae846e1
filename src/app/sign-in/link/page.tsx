import type { Metadata } from 'next';
import Link from 'next/link';
import { LinkForm } from '../../../features/firm/sign-in/link-form';
import { isPostOpen } from '../../../server/post-office';

export const metadata: Metadata = { title: 'Sign-in link' };

export default function LinkPage() {
  return (
    <main className="mx-auto grid min-h-dvh max-w-md content-center gap-6 p-6">
      <h1 className="text-3xl">Reset your password</h1>
      <p className="text-faint">Get a link by e-mail to set a new password.</p>
      {isPostOpen() ? (
        <LinkForm />
      ) : (
        <p>This server sends no e-mail. Ask a supervisor to remove your access and invite you again.</p>
      )}
      <Link href="/sign-in" className="text-sm underline">
        Back to sign in
      </Link>
    </main>
  );
}
