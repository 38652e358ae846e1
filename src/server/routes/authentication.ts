import 'server-only';
import { authentication } from '../authentication';

/** Hands a request to the sign-in library. */
export const handleAuthentication = (request: Request): Promise<Response> => authentication().handler(request);
