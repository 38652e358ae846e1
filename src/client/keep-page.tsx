'use client';

import { useEffect } from 'react';
import { keptPages } from '../workers/kept-pages';

/** Once the worker that serves it is there, the page goes in, unless that worker has it already. */
async function keep(path: string): Promise<void> {
  const { active } = await navigator.serviceWorker.ready;
  if (!active) return;
  if (active.state !== 'activated')
    await new Promise((resolve) => active.addEventListener('statechange', resolve, { once: true }));
  const cache = await caches.open(keptPages);
  if (await cache.match(path)) return;
  const answer = await fetch(path);
  if (answer.ok && !answer.redirected) await cache.put(path, answer);
}

/** Keeps the page it stands on for when there is no network. */
export function KeepPage({ path }: { path: string }) {
  useEffect(() => {
    // Plain HTTP from another machine has no workers; the development server's scripts do not keep.
    if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return;
    const again = () => void keep(path).catch(() => undefined);
    navigator.serviceWorker
      .register('/service-worker/sw.js', { scope: '/', type: 'module' })
      .then(again, () => undefined);
    navigator.serviceWorker.addEventListener('controllerchange', again);
    return () => navigator.serviceWorker.removeEventListener('controllerchange', again);
  }, [path]);
  return null;
}
