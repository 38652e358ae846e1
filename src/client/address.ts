import { useSyncExternalStore } from 'react';

const moved = 'address-moved';

function subscribe(listener: () => void): () => void {
  window.addEventListener('popstate', listener);
  window.addEventListener(moved, listener);
  return () => {
    window.removeEventListener('popstate', listener);
    window.removeEventListener(moved, listener);
  };
}

/**
 * The path and search of the address, told at once: what is pressed or typed next already meets the new place. The
 * router tells of a move only when it finds the time. Null until the page is up.
 */
export const useAddress = (): string | null =>
  useSyncExternalStore(
    subscribe,
    () => window.location.pathname + window.location.search,
    () => null,
  );

/** Goes there without asking the server; `instead` leaves no way back to where one was. */
export function goTo(address: string, how: 'beyond' | 'instead' = 'beyond'): void {
  window.history[how === 'instead' ? 'replaceState' : 'pushState'](null, '', address);
  window.dispatchEvent(new Event(moved));
}
