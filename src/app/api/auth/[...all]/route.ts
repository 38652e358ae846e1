import { handleAuthentication } from '../../../../features/session/handler';

export const GET = handleAuthentication;
export const POST = handleAuthentication;
