import type { Metadata, Viewport } from 'next';
import type { ReactNode } from 'react';
import { Toaster } from 'sonner';
import { plexSans, plexSerif } from '../ui/fonts';
import '../ui/theme.css';

export const metadata: Metadata = { title: { default: 'Orange Ledger', template: '%s · Orange Ledger' } };
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en-GB" className={`${plexSans.variable} ${plexSerif.variable}`}>
      <body>
        {children}
        <Toaster position="bottom-center" toastOptions={{ style: { background: 'var(--ink)', color: 'var(--paper)', border: 'none', borderRadius: 3 } }} />
      </body>
    </html>
  );
}
