import { existsSync } from 'node:fs';
import { ensureDebian } from './packages.mjs';

const chromium = '/usr/bin/chromium-headless-shell';

export const ensureChromium = () => ensureDebian(['chromium-headless-shell'], () => existsSync(chromium));

/** How Debian's Chromium is started, headless and without asking the network for anything. */
export const launch = {
  executablePath: chromium,
  env: { ...process.env, LANGUAGE: 'en_GB' },
  args: [
    '--lang=en-GB',
    '--disable-dev-shm-usage',
    '--disable-gpu',
    '--font-render-hinting=none',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
  ],
};
