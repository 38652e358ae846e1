'use client';

import { useSyncExternalStore } from 'react';
import { darkCookie } from './dark-cookie';

/** Dark whatever the device says, on every page: kept as a cookie, so that the server draws the page so from the start. */
const isDark = () => document.documentElement.dataset.dark !== undefined;
const listeners = new Set<() => void>();
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

function setDark(dark: boolean): void {
  document.cookie = `${darkCookie}=${dark ? 'yes' : 'no'}; path=/; max-age=31536000; samesite=lax`;
  if (dark) document.documentElement.dataset.dark = '';
  else delete document.documentElement.dataset.dark;
  for (const listener of listeners) listener();
}

// A page kept for working offline may have been kept before the choice.
if (typeof document !== 'undefined' && document.cookie.includes(`${darkCookie}=yes`))
  document.documentElement.dataset.dark = '';

export function useDark(): readonly [boolean, (dark: boolean) => void] {
  return [useSyncExternalStore(subscribe, isDark, () => false), setDark];
}
