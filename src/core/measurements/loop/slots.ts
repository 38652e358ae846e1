/** Earth fault loop impedance, of a circuit, at a point of it or at a board. */
export const zs = { test: 'zs' } as const;
/** Line to neutral at the same place: what the overcurrent device has to clear where an RCD sees earth faults alone. */
export const lineNeutralLoop = { test: 'zs', pair: 'L-N' } as const;
