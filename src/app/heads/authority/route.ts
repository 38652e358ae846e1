import { getAuthority } from '../../../server/routes/daily-heads';

export const GET = getAuthority;
