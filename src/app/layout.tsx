import type { Metadata, Viewport } from 'next';
import { cookies } from 'next/headers';
import type { ReactNode } from 'react';
import { darkCookie } from '../ui/dark-cookie';
import { plexSans, plexSerif } from '../ui/fonts';
import '../ui/theme.css';

export const metadata: Metadata = {
  title: { default: 'Orange Ledger', template: '%s · Orange Ledger' },
  description:
    'Inspection and testing of domestic electrical installations: every reading, judgement and report in one record.',
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

/** Every page is made for its request: its scripts carry that request's own key. */
export const dynamic = 'force-dynamic';

export default async function RootLayout({ children }: { children: ReactNode }) {
  const isDark = (await cookies()).get(darkCookie)?.value === 'yes';
  return (
    <html
      lang="en-GB"
      className={`${plexSans.variable} ${plexSerif.variable}`}
      data-dark={isDark ? '' : undefined}
      suppressHydrationWarning
    >
      <body>{children}</body>
    </html>
  );
}
