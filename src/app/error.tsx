'use client';

import { Button } from '../ui/button';

export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return (
    <main className="mx-auto max-w-xl space-y-3 p-8">
      <h1 className="text-2xl">This page could not be shown</h1>
      <p>What you entered is saved on the server or in this browser. Try again, or reload the page.</p>
      <Button look="next" onClick={reset}>
        Try again
      </Button>
    </main>
  );
}
