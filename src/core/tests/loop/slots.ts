/** Earth fault loop impedance, of a circuit or at a board. */
/** Line to neutral at the same point: what the overcurrent device has to clear where an RCD sees earth faults alone. */
export const lineNeutralLoop = { test: 'zs', pair: 'L-N' } as const;
export const zs = { test: 'zs' } as const;
