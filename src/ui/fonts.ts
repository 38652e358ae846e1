import localFont from 'next/font/local';

export const plexSans = localFont({
  src: [
    { path: './fonts/IBMPlexSans-Regular.woff2', weight: '400', style: 'normal' },
    { path: './fonts/IBMPlexSans-SemiBold.woff2', weight: '600', style: 'normal' },
  ],
  variable: '--font-plex-sans',
  display: 'swap',
});

export const plexSerif = localFont({
  src: [{ path: './fonts/IBMPlexSerif-SemiBold.woff2', weight: '600', style: 'normal' }],
  variable: '--font-plex-serif',
  display: 'swap',
  // Headings wait for nobody: on a slow line what is worked with comes first.
  preload: false,
});
