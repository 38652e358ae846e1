import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { connection } from 'next/server';
import { BeginForm } from '../../features/firm/begin-form';
import { isUnbegun } from '../../server/firms';

export const metadata: Metadata = { title: 'Set up' };

export default async function BeginPage() {
  await connection();
  if (!(await isUnbegun())) redirect('/');
  return (
    <main className="mx-auto max-w-4xl p-6 pt-10">
      <h1 className="pb-1 text-3xl">Create your account</h1>
      <p className="max-w-2xl pb-6 text-faint">
        Enter your company and your details. They appear on documents. You can invite others later.
      </p>
      <BeginForm />
    </main>
  );
}
