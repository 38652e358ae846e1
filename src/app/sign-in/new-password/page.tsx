import type { Metadata } from 'next';
import { NewPasswordForm } from '../../../features/firm/sign-in/new-password-form';

export const metadata: Metadata = { title: 'New password', referrer: 'no-referrer' };

export default function NewPasswordPage() {
  return (
    <main className="mx-auto grid min-h-dvh max-w-md content-center gap-6 p-6">
      <h1 className="text-3xl">New password</h1>
      <NewPasswordForm />
    </main>
  );
}
