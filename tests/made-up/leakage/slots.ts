/** Earth leakage current of a circuit, a point or the whole installation by a clamp meter. */
export const leakage = { test: 'leakage' } as const;
