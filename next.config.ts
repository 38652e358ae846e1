import type { NextConfig } from 'next';
import { securityHeaders } from './scripts/setup/security-headers.mjs';

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  // Types are checked by `npm test`, once for everything.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['pdfkit', '@node-rs/argon2', 'pg', 'esbuild'],
  outputFileTracingIncludes: { '/api/**': ['./src/print/fonts/*.ttf'] },
  headers: async () => [
    { source: '/:path*', headers: Object.entries(securityHeaders).map(([key, value]) => ({ key, value })) },
    // A new version of the worker is looked for at every visit.
    { source: '/service-worker/:path*', headers: [{ key: 'Cache-Control', value: 'no-cache' }] },
  ],
};

export default config;
