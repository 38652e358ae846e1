import { type NextRequest, NextResponse } from 'next/server';

/** Where a page may connect beside its own server: the tester, where there is one. */
const tester = (): string => (process.env.TESTER_URL ? new URL(process.env.TESTER_URL).origin : '');

const policy = (nonce: string): string =>
  [
    `default-src 'self'`,
    // Only what this page was made with, and what that loads: nothing written into it by anybody.
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    // Primitives place what floats by style attributes.
    `style-src 'self' 'unsafe-inline'`,
    `img-src 'self' data: blob:`,
    `font-src 'self'`,
    `connect-src 'self' ${tester()}`.trim(),
    `worker-src 'self' blob:`,
    `manifest-src 'self'`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
  ].join('; ');

/** Every page carries a policy of its own. Answers that are data run nothing, and go by without it. */
export function proxy(request: NextRequest): NextResponse {
  const content = policy(Buffer.from(crypto.randomUUID()).toString('base64'));
  const headers = new Headers(request.headers);
  headers.set('Content-Security-Policy', content);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('Content-Security-Policy', content);
  return response;
}

export const config = { matcher: ['/((?!_next/|api/|service-worker/|icon|health).*)'] };
