import Link from 'next/link';

export default function NotFound() {
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1 className="text-2xl">Page not found</h1>
      <p className="pt-2">This page does not exist, or it belongs to another firm.</p>
      <Link href="/" className="underline underline-offset-4">
        Go to jobs
      </Link>
    </main>
  );
}
