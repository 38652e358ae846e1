import { getStream, ofFirm } from '../../../../server/routes/entries';

export const GET = getStream(ofFirm);
