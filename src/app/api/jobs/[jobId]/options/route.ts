import { getOffer } from '../../../../../server/routes/documents';

export const GET = getOffer;
