/** How far ahead the list of what is due looks. */
export const horizons = ['month', 'year', 'ever'] as const;
export type Horizon = (typeof horizons)[number];

export const horizonWords = {
  month: 'within a month',
  year: 'within a year',
  ever: 'at any time',
} as const satisfies Record<Horizon, string>;
