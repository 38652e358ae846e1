import { createSerwistRoute } from '@serwist/turbopack';

/** The service worker and the list of what it keeps: every script, style and font of this build. */
export const { dynamic, dynamicParams, revalidate, generateStaticParams, GET } = createSerwistRoute({
  swSrc: 'src/workers/service-worker.ts',
  useNativeEsbuild: true,
  additionalPrecacheEntries: [{ url: '/offline', revision: crypto.randomUUID() }],
});
