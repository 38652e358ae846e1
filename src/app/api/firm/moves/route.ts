import { getMoves } from '../../../../server/routes/entries';

export const GET = getMoves;
