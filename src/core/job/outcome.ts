/** What an inspection item may come to. */
export const outcomes = ['ok', 'C1', 'C2', 'C3', 'FI', 'N/V', 'LIM', 'N/A'] as const;
export type Outcome = (typeof outcomes)[number];

/** An outcome as somebody wrote it, whatever its case and spaces; null where it is none. */
export function readOutcome(text: string): Outcome | null {
  const bare = text.trim().toUpperCase();
  if (bare === '✓' || bare === 'OK') return 'ok';
  return outcomes.find((each) => each.toUpperCase() === bare) ?? null;
}

/** The codes an observation may carry. */
export const codes = ['C1', 'C2', 'C3', 'FI'] as const;
export type Code = (typeof codes)[number];

export const codeMeaning: Record<Code, { readonly title: string; readonly action: string }> = {
  C1: { title: 'Danger present', action: 'Someone can be hurt now. Made safe, or act at once.' },
  C2: { title: 'Potentially dangerous', action: 'Could become a danger. Put right urgently.' },
  C3: { title: 'Improvement recommended', action: 'Safe to go on using; would be safer improved.' },
  FI: { title: 'Further investigation', action: 'Something could not be settled. Find out without delay.' },
};

export const outcomeWord: Record<Outcome, string> = {
  ok: 'acceptable',
  C1: 'danger present',
  C2: 'potentially dangerous',
  C3: 'improvement recommended',
  FI: 'further investigation',
  'N/V': 'not verified',
  LIM: 'limitation',
  'N/A': 'not applicable',
};

export const showOutcome = (outcome: Outcome): string => (outcome === 'ok' ? '✓' : outcome);

export const isCode = (outcome: Outcome): outcome is Code => (codes as readonly string[]).includes(outcome);

/** Outcomes that need a reason in words. */
export const needsReason = (outcome: Outcome): boolean => outcome === 'LIM' || outcome === 'N/V';
