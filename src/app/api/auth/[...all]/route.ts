import { handleAuthentication } from '../../../../server/routes/authentication';

export const GET = handleAuthentication;
export const POST = handleAuthentication;
