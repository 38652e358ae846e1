import { getEntries, ofFirm, postEntries } from '../../../../server/routes/entries';

export const GET = getEntries(ofFirm);
export const POST = postEntries(ofFirm);
