import { type Exact, toFixed } from './exact';

/** A resistance as it is said beside its limit: to the hundredth, with its unit. */
export const ohms = (value: Exact): string => `${toFixed(value, 2, 'half-up')} Ω`;
