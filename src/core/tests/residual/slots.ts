/** What is asked of a residual current device. */
export const rcdTime = { test: 'rcd time' } as const;
export const rcdHalf = { test: 'rcd time', position: 'half' } as const;
export const rcdFive = { test: 'rcd time', position: 'five times' } as const;
export const rcdButton = { test: 'rcd button' } as const;
