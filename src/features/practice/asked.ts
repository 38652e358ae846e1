import { goTo, useAddress } from '../../client/address';

/** Which house one is at, and for which exercise: in the address, so that it can be handed on; null for none. */
export function useAsked() {
  const said = new URLSearchParams(useAddress()?.split('?')[1]);
  const quiz = quizzes.find(({ id }) => said.get('quiz') === id) ?? null;
  return { house: said.get('house'), exercise: said.get('exercise'), quiz: quiz?.id ?? null };
}

/** The address of a house, alone or for an exercise. */
export const addressOf = (house: string, exercise: string | null): string =>
  `/practice?${new URLSearchParams({ house, ...(exercise ? { exercise } : {}) }).toString()}`;

/** What is asked away from any house. */
export const quizzes = [
  {
    id: 'code-ten',
    title: 'Code these ten',
    minutes: 8,
    says: 'Ten observations: choose the code and the regulation of each.',
  },
  {
    id: 'which-document',
    title: 'Which document?',
    minutes: 5,
    says: 'Eight jobs as a client describes them: choose the document, and whether building control must be notified.',
  },
] as const;

export const quizAddress = (id: (typeof quizzes)[number]['id']): string => `/practice?quiz=${id}`;

/** Goes there without asking the server: practice needs no network. */
export function go(address: string): void {
  goTo(address);
  window.scrollTo(0, 0);
}
