import { getEntries, postEntries } from '../../../../../features/ledger/routes';

export const GET = getEntries;
export const POST = postEntries;
