import 'server-only';
import { authentication } from '../../db/authentication';

/** Hands a request to the sign-in library. */
export const handleAuthentication = (request: Request): Promise<Response> => authentication().handler(request);
