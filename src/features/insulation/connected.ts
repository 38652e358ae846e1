import { useCallback, useSyncExternalStore } from 'react';

/** What could not be disconnected on each circuit while this page is open: it goes with every reading taken meanwhile. */
const connected = new Map<string, string | null>();
const listeners = new Set<() => void>();
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export function useConnected(wayId: string): [string | null, (what: string | null) => void] {
  const what = useSyncExternalStore(subscribe, () => connected.get(wayId) ?? null, () => null);
  const set = useCallback(
    (next: string | null) => {
      connected.set(wayId, next);
      listeners.forEach((listener) => listener());
    },
    [wayId],
  );
  return [what, set];
}
