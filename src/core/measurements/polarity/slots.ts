/** What is looked at for polarity: a circuit, its points, and their switches in every position. */
export const polarity = { test: 'polarity' } as const;
export const switching = { test: 'switching' } as const;
