import type { Metadata, Viewport } from 'next';
import type { ReactNode } from 'react';
import { plexSans, plexSerif } from '../ui/fonts';
import '../ui/theme.css';

export const metadata: Metadata = {
  title: { default: 'Orange Ledger', template: '%s · Orange Ledger' },
  description:
    'Inspection and testing of domestic electrical installations: every reading, judgement and report in one ledger.',
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

/** Every page is made for its request: its scripts carry that request's own key. */
export const dynamic = 'force-dynamic';

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en-GB" className={`${plexSans.variable} ${plexSerif.variable}`}>
      <body>{children}</body>
    </html>
  );
}
