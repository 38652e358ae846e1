import 'server-only';

/** Where a request came from, as our own server says: what a stranger's headers say of it is taken off before. */
export const addressOf = (headers: Headers | undefined): string =>
  headers?.get('x-forwarded-for')?.split(',')[0]?.trim() ?? '';
