/** The pages of the firm, in the order of the day. */
export const housePages = [
  { says: 'Jobs', href: '/' },
  { says: 'Diary', href: '/diary' },
  { says: 'Due', href: '/due' },
  { says: 'Clients', href: '/clients' },
  { says: 'Money', href: '/money' },
  { says: 'The firm', href: '/firm' },
] as const;
