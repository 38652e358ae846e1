/** What is measured for continuity: of the origin's conductors, of circuits, and point by point. */
export const conductorContinuity = { test: 'continuity' } as const;
export const r1r2 = { test: 'r1r2' } as const;
export const r2 = { test: 'r2' } as const;
/** Metalwork to the main earthing terminal with nothing bonded, and two parts that can be touched at once. */
export const extraneous = { test: 'extraneous' } as const;
export const supplementary = { test: 'supplementary' } as const;
export const metalwork = { test: 'metalwork' } as const;
