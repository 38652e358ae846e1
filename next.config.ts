import type { NextConfig } from 'next';

const securityHeaders = [
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  { key: 'X-Frame-Options', value: 'DENY' },
  { key: 'Referrer-Policy', value: 'same-origin' },
  { key: 'Permissions-Policy', value: 'camera=(self), geolocation=(self), microphone=()' },
];

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  // Types are checked by `npm test`, once for everything.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['pdfkit', '@node-rs/argon2', 'pg', 'esbuild'],
  outputFileTracingIncludes: { '/api/**': ['./src/print/fonts/*.ttf'] },
  headers: async () => [
    { source: '/:path*', headers: securityHeaders },
    // A new version of the worker is looked for at every visit.
    { source: '/service-worker/:path*', headers: [{ key: 'Cache-Control', value: 'no-cache' }] },
  ],
};

export default config;
