import { getLetter } from '../../../../../../server/routes/documents';

export const GET = getLetter;
