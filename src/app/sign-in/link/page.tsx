import type { Metadata } from 'next';
import Link from 'next/link';
import { LinkForm } from '../../../features/firm/sign-in/link-form';
import { isPostOpen } from '../../../server/post-office';

export const metadata: Metadata = { title: 'A link by mail' };

export default function LinkPage() {
  return (
    <main className="mx-auto grid min-h-dvh max-w-md content-center gap-6 p-6">
      <h1 className="text-3xl">A way back in</h1>
      <p className="text-faint">
        A link to choose a new password, where the old one is forgotten or was guessed at too often.
      </p>
      {isPostOpen() ? (
        <LinkForm />
      ) : (
        <p>No mail server is set here. Ask a supervisor of your firm to end your access and ask you in again.</p>
      )}
      <Link href="/sign-in" className="text-sm underline">
        Back to sign in
      </Link>
    </main>
  );
}
