import { getSchema } from '../../../server/routes/schema';

export const GET = getSchema;
