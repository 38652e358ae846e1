import { useSyncExternalStore } from 'react';

const moved = 'practice-moved';

function subscribe(listener: () => void): () => void {
  window.addEventListener('popstate', listener);
  window.addEventListener(moved, listener);
  return () => {
    window.removeEventListener('popstate', listener);
    window.removeEventListener(moved, listener);
  };
}

/** Which house one is at, and for which exercise: in the address, so that it can be handed on; null for none. */
export function useAddress() {
  const search = useSyncExternalStore(
    subscribe,
    () => window.location.search,
    () => '',
  );
  const said = new URLSearchParams(search);
  return { house: said.get('house'), exercise: said.get('exercise'), isQuiz: said.has('documents') };
}

/** The address of a house, alone or for an exercise. */
export const addressOf = (house: string, exercise: string | null): string =>
  `/practice?${new URLSearchParams({ house, ...(exercise ? { exercise } : {}) }).toString()}`;

export const quizAddress = '/practice?documents';

/** Goes there without asking the server: practice needs no network. */
export function go(address: string): void {
  window.history.pushState(null, '', address);
  window.dispatchEvent(new Event(moved));
  window.scrollTo(0, 0);
}
