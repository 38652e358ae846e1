/** The pages of the firm, in the order of the day. */
export const housePages = [
  { says: 'Jobs', href: '/' },
  { says: 'Diary', href: '/diary' },
  { says: 'Due', href: '/due' },
  { says: 'Clients', href: '/clients' },
  { says: 'Earnings', href: '/money' },
  { says: 'Company', href: '/firm' },
] as const;
