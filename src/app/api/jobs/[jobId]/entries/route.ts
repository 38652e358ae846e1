import { getEntries, ofJob, postEntries } from '../../../../../server/routes/entries';

export const GET = getEntries(ofJob);
export const POST = postEntries(ofJob);
