import { getHeads } from '../../../server/routes/daily-heads';

export const GET = getHeads;
