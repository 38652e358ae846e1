import { getStream, ofJob } from '../../../../../server/routes/entries';

export const GET = getStream(ofJob);
