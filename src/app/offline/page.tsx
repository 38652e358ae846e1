import type { Metadata } from 'next';

export const metadata: Metadata = { title: 'Offline' };

export default function OfflinePage() {
  return (
    <main className="mx-auto max-w-xl space-y-3 px-4 py-16">
      <h1 className="text-2xl">You are offline, and this page is not on this device</h1>
      <p>
        Jobs you opened here before still work offline. Unsent entries are saved and will be sent when you are online.
      </p>
      <p>
        {/* A plain link: the page it leads to may come from this device. */}
        {/* eslint-disable-next-line @next/next/no-html-link-for-pages -- see above */}
        <a href="/" className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4">
          Jobs
        </a>
      </p>
    </main>
  );
}
