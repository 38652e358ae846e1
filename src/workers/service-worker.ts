/// <reference lib="webworker" />
import {
  CacheableResponsePlugin,
  NetworkFirst,
  NetworkOnly,
  type PrecacheEntry,
  Serwist,
  type SerwistGlobalConfig,
} from 'serwist';
import { keptAs, keptPages } from './kept-pages';

declare global {
  interface WorkerGlobalScope extends SerwistGlobalConfig {
    __SW_MANIFEST: (PrecacheEntry | string)[] | undefined;
  }
}
declare const self: ServiceWorkerGlobalScope;

/** A whole page as the server gave it; a way to the sign-in page is not one. */
const wholePages = new CacheableResponsePlugin({ statuses: [200] });
const byKeptPath = {
  cacheKeyWillBeUsed: async ({ request }: { request: Request }) => keptAs(new URL(request.url).pathname) ?? request,
};

const pages = (networkTimeoutSeconds?: number) =>
  new NetworkFirst({ cacheName: keptPages, networkTimeoutSeconds, plugins: [wholePages, byKeptPath] });

// Pages come from the network while there is one. A job's does not wait for a weak one: it catches up by itself.
const serwist = new Serwist({
  precacheEntries: self.__SW_MANIFEST,
  skipWaiting: true,
  clientsClaim: true,
  runtimeCaching: [
    {
      matcher: ({ request, sameOrigin, url }) =>
        sameOrigin && request.mode === 'navigate' && url.pathname.startsWith('/jobs/'),
      handler: pages(4),
    },
    {
      matcher: ({ request, sameOrigin, url }) =>
        sameOrigin && request.mode === 'navigate' && keptAs(url.pathname) !== null,
      handler: pages(),
    },
    { matcher: ({ request, sameOrigin }) => sameOrigin && request.mode === 'navigate', handler: new NetworkOnly() },
  ],
  fallbacks: { entries: [{ url: '/offline', matcher: ({ request }) => request.mode === 'navigate' }] },
});

// Pages kept by an earlier version name scripts that are gone with it.
self.addEventListener('activate', (event) => event.waitUntil(caches.delete(keptPages)));

serwist.addEventListeners();
