import { useSyncExternalStore } from 'react';

const narrow = '(max-width: 767px)';

/** Whether the page is as narrow as a phone. */
export function useNarrow(): boolean {
  return useSyncExternalStore(
    (listener) => {
      const query = window.matchMedia(narrow);
      query.addEventListener('change', listener);
      return () => query.removeEventListener('change', listener);
    },
    () => window.matchMedia(narrow).matches,
    () => false,
  );
}
