import { getProof } from '../../../../server/routes/daily-heads';

export const GET = getProof;
