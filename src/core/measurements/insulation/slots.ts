/** What is measured for insulation: a circuit by its pairs, with switches changed over, and both sides of an opening. */
export const liveLive = { test: 'insulation', pair: 'L-N' } as const;
export const liveEarth = { test: 'insulation', pair: 'LN-E' } as const;
export const lineEarth = { test: 'insulation', pair: 'L-E' } as const;
export const neutralEarth = { test: 'insulation', pair: 'N-E' } as const;

const changedOver = 'changed over';
export const liveLiveOver = { ...liveLive, position: changedOver } as const;
export const liveEarthOver = { ...liveEarth, position: changedOver } as const;
export const lineEarthOver = { ...lineEarth, position: changedOver } as const;
export const neutralEarthOver = { ...neutralEarth, position: changedOver } as const;

export const boardSide = { test: 'insulation', position: 'board side' } as const;
export const farSide = { test: 'insulation', position: 'far side' } as const;
