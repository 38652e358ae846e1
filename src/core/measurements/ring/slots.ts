/** What is measured on a ring: its ends, and each socket with the legs linked. */
export const ringR1 = { test: 'ring', step: 1, pair: 'L-L' } as const;
export const ringRn = { test: 'ring', step: 1, pair: 'N-N' } as const;
export const ringR2 = { test: 'ring', step: 1, pair: 'C-C' } as const;
export const step2 = { test: 'ring', step: 2, pair: 'L-N' } as const;
export const step3 = { test: 'ring', step: 3, pair: 'L-C' } as const;
export const step2NeutralCpc = { test: 'ring', step: 2, pair: 'N-C' } as const;
export const step2LineCpc = { test: 'ring', step: 2, pair: 'L-C' } as const;
export const step3NeutralCpc = { test: 'ring', step: 3, pair: 'N-C' } as const;
export const step3LineNeutral = { test: 'ring', step: 3, pair: 'L-N' } as const;
/** The legs linked same side on purpose: it places a joint. */
export const sameSide = { test: 'ring', step: 2, pair: 'L-N', position: 'same side' } as const;

export const ringEnds = [ringR1, ringRn, ringR2] as const;
export const ringEndName = { 'L-L': 'r1', 'N-N': 'rn', 'C-C': 'r2' } as const;
