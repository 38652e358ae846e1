/** What is measured at the origin. */
export const supplyPolarity = { test: 'polarity' } as const;
export const supplyVolts = { test: 'volts', pair: 'L-N' } as const;
export const voltsLineEarth = { test: 'volts', pair: 'L-E' } as const;
export const voltsNeutralEarth = { test: 'volts', pair: 'N-E' } as const;
/** The main earthing terminal to an earth of its own. */
export const voltsTerminal = { test: 'volts', pair: 'T-E' } as const;
export const ze = { test: 'ze' } as const;
export const ipfLineNeutral = { test: 'ipf', pair: 'L-N' } as const;
export const ipfLineEarth = { test: 'ipf', pair: 'L-E' } as const;
export const electrode = { test: 'electrode' } as const;
/** Prospective fault current at a board. */
export const boardIpf = { test: 'ipf' } as const;
/** An electrode by a clamp around its conductor. */
export const electrodeByClamp = { test: 'electrode', position: 'clamp' } as const;
/** An electrode by fall of potential, with the potential spike at three places. */
export const fallSpikes = ['near', 'middle', 'far'] as const;
export const electrodeAt = (spike: (typeof fallSpikes)[number]) => ({ test: 'electrode', position: spike }) as const;
export const voltsLineLine = { test: 'volts', pair: 'L-L' } as const;
/** The order in which the phases follow one another. */
export const phaseSequence = { test: 'phase sequence' } as const;
