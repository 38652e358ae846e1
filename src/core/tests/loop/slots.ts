/** Earth fault loop impedance, of a circuit or at a board. */
export const zs = { test: 'zs' } as const;
