/** What is asked of a residual current device. */
export const rcdTime = { test: 'rcd time' } as const;
export const rcdButton = { test: 'rcd button' } as const;
