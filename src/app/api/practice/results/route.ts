import { getResults, postResults } from '../../../../server/routes/practice';

export const GET = getResults;
export const POST = postResults;
